import { LayoutGrid, Keyboard, Moon, MonitorUp, Pause, Play, Smartphone, Square, VolumeX } from "lucide-react";
import type { Stage } from "../../engine/Stage";
import { StageClock } from "../StageClock";
import { useNow } from "../../engine/useNow";
import { words } from "../words";

interface Props {
  stage: Stage;
  audience: () => void;
  clicker: (() => void) | undefined;
  slides: () => void;
  keys: () => void;
}

/** The time, controls for the whole show and, always in the same place at the end, its level and silence. */
export function StageBar({ stage, audience, clicker, slides, keys }: Props) {
  const now = useNow(stage);
  return (
    <header
      className="bg-base-100 line-b flex h-14 shrink-0 items-center gap-3 px-3"
      // After a mouse click a button gives up the focus, so that the space bar moves the show.
      onClick={({ detail }) => detail > 0 && (document.activeElement as HTMLElement | null)?.blur()}
    >
      <div className="relative flex min-w-0 grow items-center gap-3 overflow-x-auto [scrollbar-width:thin]">
        <StageClock stage={stage} />
        <div className="ml-auto flex shrink-0 items-center gap-1">
          <Stroke name={words.bar.audience} press={audience}>
            <MonitorUp size={18} />
          </Stroke>
          {clicker && (
            <Stroke name={words.bar.clicker} press={clicker}>
              <Smartphone size={18} />
            </Stroke>
          )}
          <Stroke name={words.bar.slides} press={slides}>
            <LayoutGrid size={18} />
          </Stroke>
          <Stroke name={words.bar.black} on={now.black} press={stage.toggleBlack}>
            <Moon size={18} />
          </Stroke>
          <Stroke
            name={now.paused ? words.bar.resume : words.bar.pause}
            on={now.paused}
            press={() => void stage.pause()}
          >
            {now.paused ? <Play size={18} /> : <Pause size={18} />}
          </Stroke>
          <Stroke name={words.bar.end} press={() => stage.end()}>
            <Square size={16} />
          </Stroke>
          <button
            type="button"
            className="btn btn-square btn-ghost"
            aria-label={words.bar.keys}
            title={`${words.bar.keys}: ?`}
            onClick={keys}
          >
            <Keyboard size={18} />
          </button>
        </div>
        <input
          type="range"
          className="range range-primary range-xs w-24 shrink-0 max-lg:w-20"
          min={0}
          max={1}
          step={0.01}
          value={now.level}
          aria-label={words.bar.level}
          title={words.bar.level}
          onChange={(event) => stage.setLevel(Number(event.currentTarget.value))}
        />
      </div>
      <button type="button" className="btn btn-error shrink-0 px-3" onClick={stage.silence}>
        <VolumeX size={18} /> {words.bar.silence}
      </button>
    </header>
  );
}

interface StrokeProps {
  name: string;
  on?: boolean;
  press: () => void;
  children: React.ReactNode;
}

/** A button with its name, if there is room for names. */
function Stroke({ name, on, press, children }: StrokeProps) {
  return (
    <button
      type="button"
      className={`btn px-2.5 ${on ? "btn-primary" : "btn-ghost"}`}
      aria-pressed={on}
      title={name}
      onClick={press}
    >
      {children} <span className="max-xl:sr-only">{name}</span>
    </button>
  );
}
