import { Pause, Play, RotateCcw, SkipBack, SkipForward, X } from "lucide-react";
import { shortTime, framesOfMs } from "../ui/format";
import type { Stage } from "./Stage";
import { useNow, useTick } from "./useNow";
import { whyNow } from "./words";

const leapMs = 5000;

/** What sounds now and why, each with a way to hold it, begin it anew, move within it and fade it out. */
export function NowSounding({ stage }: { stage: Stage }) {
  const now = useNow(stage);
  useTick(2);
  const lastOf = (name: string) => stage.log.lines.findLast((l) => l.words.startsWith(name))?.words;
  const place = stage.place();
  const silent = (place?.held ?? []).filter((id) => !now.sounding.includes(id));
  return (
    <section aria-label="Sounding now" className="min-h-0">
      {now.sounding.length === 0 && (
        <p className="text-lg" data-testid="silence">
          Silence. {stage.view.explained[place?.slideId ?? ""]?.[0]?.replace(/^Silence: /, "Planned: ")}
        </p>
      )}
      <ul className="space-y-2">
        {now.sounding.map((id) => {
          const cue = stage.run.cue(id);
          const [at, held] = [stage.positionMs(id) ?? 0, now.held.includes(id)];
          const name = cue.name;
          return (
            <li
              key={id}
              className="bg-base-100 flex flex-wrap items-center gap-x-2 gap-y-1 rounded-lg border border-[var(--line)] px-3 py-2"
              data-sounding={name}
            >
              <div className="min-w-40 grow">
                <p className="text-lg leading-tight font-semibold">
                  {name} <span className="figures muted font-normal">{shortTime(framesOfMs(at))}</span>
                </p>
                <p className="muted text-sm">{whyNow(stage.run, id, lastOf(name))}.</p>
              </div>
              {cue.markers.length > 0 && (
                <select
                  className="value"
                  aria-label={`Go to a mark of ${name}`}
                  value=""
                  onChange={(event) => stage.seek(id, Number(event.currentTarget.value))}
                >
                  <option value="" disabled>
                    marks
                  </option>
                  {cue.markers.map((m) => (
                    <option key={m.atMs} value={m.atMs}>
                      {m.name}
                    </option>
                  ))}
                </select>
              )}
              <Tool label={held ? `Let ${name} go on` : `Hold ${name}`} press={() => stage.holdCue(id)}>
                {held ? <Play size={18} /> : <Pause size={18} />}
              </Tool>
              <Tool label={`Begin ${name} anew`} press={() => stage.seek(id, 0)}>
                <RotateCcw size={18} />
              </Tool>
              <Tool label={`${name}: 5 s back`} press={() => stage.seek(id, at - leapMs)}>
                <SkipBack size={18} />
              </Tool>
              <Tool label={`${name}: 5 s on`} press={() => stage.seek(id, at + leapMs)}>
                <SkipForward size={18} />
              </Tool>
              <button type="button" className="btn" aria-label={`Fade ${name} out`} onClick={() => stage.fadeOut(id)}>
                <X size={18} /> Fade
              </button>
            </li>
          );
        })}
        {silent.map((id) => (
          <li key={id} className="muted px-3 text-sm">
            {whyNow(stage.run, id, lastOf(stage.run.cue(id).name))}.
          </li>
        ))}
      </ul>
    </section>
  );
}

function Tool({ label, press, children }: { label: string; press: () => void; children: React.ReactNode }) {
  return (
    <button type="button" className="btn btn-square btn-ghost" aria-label={label} title={label} onClick={press}>
      {children}
    </button>
  );
}
