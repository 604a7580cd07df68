import { Pause, Play, RotateCcw, SkipBack, SkipForward, X } from "lucide-react";
import type { SoundKind } from "../../../api/client";
import { framesOfMs, shortTime } from "../../../ui/format";
import { leapMs, type Stage } from "../../engine/Stage";
import { useNow, useTick } from "../../engine/useNow";
import { whyNow } from "../../engine/words";
import { carries } from "../../engine/nextEffect";
import { Swatch } from "./NextEffect";
import { words } from "../words";

interface Props {
  stage: Stage;
  /** The distance from here to the strand of a cue, in pixels; undefined when it is not visible. */
  strandAt: (cueId: string) => number | undefined;
  /** The leftmost position of a strand. */
  reach: number;
  chosen: string | undefined;
  choose: (cueId: string) => void;
}

/** Beyond this many, or with manual cues beside them, all but the selected one take one line each. */
const [mostOpen, mostWaiting] = [2, 4] as const;

/** What plays now: its position, remaining time, reason, and controls. */
export function SoundTags({ stage, strandAt, reach, chosen, choose }: Props) {
  const now = useNow(stage);
  const place = stage.place();
  const roomy = now.sounding.length <= mostOpen && (place?.byHand.length ?? 0) <= mostWaiting;
  const plannedSilence = stage.view.plannedSilences[place?.slideId ?? ""];
  const silent = (place?.held ?? []).filter((id) => !now.sounding.includes(id) && !stage.run.cue(id).byHand);
  return (
    <section
      aria-label={words.playingNow}
      className="min-h-0 grow overflow-y-auto [scrollbar-width:thin]"
      style={{ marginLeft: -reach, paddingLeft: reach }}
    >
      {now.sounding.length === 0 && (
        <p data-testid="silence">
          <b className="text-lg">{words.silent}</b>{" "}
          {plannedSilence && <span className="muted">{words.plannedSilence(plannedSilence)}</span>}
        </p>
      )}
      <ul className="space-y-1.5">
        {now.sounding.map((id) => (
          <li
            key={id}
            data-sounding={stage.run.cue(id).name}
            className={`relative rounded-md px-2 py-1 ${id === chosen ? "bg-base-100 outline-base-300 -outline-offset-2 outline-2" : ""}`}
            onPointerEnter={() => choose(id)}
            onFocus={() => choose(id)}
          >
            <Thread from={strandAt(id)} kind={stage.run.cue(id).kind} />
            <Tag stage={stage} id={id} open={roomy || id === chosen} />
          </li>
        ))}
        {silent.map((id) => (
          <li key={id} className="muted px-2 text-sm leading-snug">
            {whyNow(stage.run, id, stage.lastOf(id))}.
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Connects a sound to its strand. */
function Thread({ from, kind }: { from: number | undefined; kind: SoundKind }) {
  if (from === undefined) return null;
  return (
    <i
      aria-hidden="true"
      className="absolute top-4 border-t-2 border-dotted"
      style={{ left: -from, width: from, borderColor: `var(--${kind})` }}
    />
  );
}

function Tag({ stage, id, open }: { stage: Stage; id: string; open: boolean }) {
  const now = useNow(stage);
  useTick(2);
  const { name, kind, markers } = stage.run.cue(id);
  const [at, held] = [Math.max(0, stage.positionMs(id) ?? 0), now.held.includes(id)];
  const hold = (
    <Tool label={held ? words.resume(name) : words.pause(name)} press={() => stage.holdCue(id)}>
      {held ? <Play size={18} /> : <Pause size={18} />}
    </Tool>
  );
  const fade = (
    <Tool label={words.fadeOut(name)} press={() => stage.fadeOut(id)}>
      <X size={20} />
    </Tool>
  );
  return (
    <>
      <div className="flex items-center gap-1.5">
        <Swatch kind={kind} />
        <b className="min-w-0 grow truncate text-lg leading-tight">{name}</b>
        <span className="figures shrink-0">{shortTime(framesOfMs(at))}</span>
        {!open && hold}
        {!open && fade}
      </div>
      {open && (
        <>
          <p className="text-sm leading-tight">{held ? words.paused : carries(stage.run, id, at, stage.onPlaceMs())}</p>
          <p className="muted truncate text-sm">{stage.lastOf(id)}</p>
          <div className="-mx-2 grid grid-cols-5 items-center">
            {hold}
            <Tool label={words.restart(name)} press={() => stage.seek(id, 0)}>
              <RotateCcw size={18} />
            </Tool>
            <Tool label={words.back5(name)} press={() => stage.seek(id, at - leapMs)}>
              <SkipBack size={18} />
            </Tool>
            <Tool label={words.forward5(name)} press={() => stage.seek(id, at + leapMs)}>
              <SkipForward size={18} />
            </Tool>
            {fade}
            {markers.length > 0 && (
              <select
                className="value col-span-5 mx-2 mb-1"
                aria-label={words.goToMarker(name)}
                value=""
                onChange={(event) => stage.seek(id, Number(event.currentTarget.value))}
              >
                <option value="" disabled>
                  {words.markers}
                </option>
                {markers.map((m) => (
                  <option key={m.atMs} value={m.atMs}>
                    {m.name}
                  </option>
                ))}
              </select>
            )}
          </div>
        </>
      )}
    </>
  );
}

function Tool({ label, press, children }: { label: string; press: () => void; children: React.ReactNode }) {
  return (
    <button type="button" className="btn btn-ghost px-0" aria-label={label} title={label} onClick={press}>
      {children}
    </button>
  );
}
