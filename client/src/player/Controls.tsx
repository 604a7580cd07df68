import { Captions as CaptionsSign, ChevronLeft, ChevronRight, Maximize, Pause, Play, VolumeX } from "lucide-react";
import type { ReactNode } from "react";
import { ManualCueButtons } from "../live/audience/ManualCueButtons";
import type { AdvanceMode, Stage } from "../live/engine/Stage";
import { useNow } from "../live/engine/useNow";
import type { PlayerData } from "./data";
import { fillScreen } from "./fullScreen";
import { words } from "./words";

interface Props {
  data: PlayerData;
  stage: Stage;
  advanceMode: AdvanceMode;
  hidden: boolean;
  captions: boolean;
  setCaptions: (on: boolean) => void;
}

/** The controls at the bottom; hidden while the pointer rests. */
export function Controls({ data, stage, advanceMode, hidden, captions, setCaptions }: Props) {
  const now = useNow(stage);
  const place = stage.place();
  // Numbers are the deck's, including slides left out.
  const highest = data.run.runningOrder.slides.at(-1)?.number;
  const last = now.place === stage.places.length - 1;
  const shown = hidden
    ? "pointer-events-none opacity-0 focus-within:pointer-events-auto focus-within:opacity-100"
    : "opacity-100";
  return (
    <div
      className={`absolute inset-x-0 bottom-0 flex flex-wrap items-center justify-center gap-3 p-4 transition-opacity ${shown}`}
      data-testid="controls"
    >
      {now.soundHeld && (
        <button type="button" className="btn btn-warning btn-lg" onClick={() => void stage.letSound()}>
          {words.enableSound}
        </button>
      )}
      {advanceMode === "hand" && <ManualCueButtons stage={stage} across />}
      <div className="bg-base-100 flex items-center gap-1 rounded-xl border border-[var(--line)] p-1.5">
        <Control name={words.previous} press={() => stage.back()} off={now.place <= 0}>
          <ChevronLeft />
        </Control>
        <span className="figures px-1 text-sm whitespace-nowrap">{words.of(place?.number, highest)}</span>
        {advanceMode === "hand" && last ? (
          <button type="button" className="btn btn-primary" onClick={() => stage.end()}>
            {words.end}
          </button>
        ) : (
          <Control name={words.next} press={() => stage.on()} off={false}>
            <ChevronRight />
          </Control>
        )}
        <Control name={now.paused ? words.resume : words.pause} press={() => void stage.pause()} off={false}>
          {now.paused ? <Play size={20} /> : <Pause size={20} />}
        </Control>
        <Control name={words.silence} press={() => stage.silence()} off={now.sounding.length === 0}>
          <VolumeX size={20} />
        </Control>
        {Object.values(data.captions).some((c) => c.length > 0) && (
          <Control name={words.captions} press={() => setCaptions(!captions)} off={false} on={captions}>
            <CaptionsSign size={20} />
          </Control>
        )}
        <Control name={words.fullScreen} press={fillScreen} off={false}>
          <Maximize size={20} />
        </Control>
      </div>
    </div>
  );
}

interface ControlProps {
  name: string;
  press: () => void;
  off: boolean;
  on?: boolean;
  children: ReactNode;
}

function Control({ name, press, off, on, children }: ControlProps) {
  return (
    <button
      type="button"
      className={`btn btn-ghost btn-square ${on ? "btn-active" : ""}`}
      aria-label={name}
      title={name}
      aria-pressed={on}
      disabled={off}
      onClick={press}
    >
      {children}
    </button>
  );
}
