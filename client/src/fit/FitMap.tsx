import type { Cue, Schemas, Sound } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { shortTime } from "../ui/format";
import { EditHandle } from "./EditHandle";
import { methods, type Compared } from "../show/fitMethods";
import { MusicStrip } from "./MusicStrip";
import { words } from "./words";

interface Props {
  cue: Cue;
  sound: Sound;
  fits: Schemas["FitsView"];
  shown: Compared;
}

const height = 92;

/** Where each passage of the music goes: the music above and the slides below on one time scale, with bands between them. */
export function FitMap({ cue, sound, fits, shown }: Props) {
  const view = useView();
  const { edit } = useOpenShow();
  const { recipe } = shown;
  const longest = Math.max(fits.usedFrames, fits.lengthFrames);
  const share = (frames: number) => (100 * frames) / longest;
  const speed = shown.fitted?.speed ?? 1;
  const start = view.strands.find((s) => s.cueId === cue.id)?.startFrame ?? 0;
  const runs = shown.runs.map((run) => ({
    from: share(run.fromFrame - cue.inFrame),
    to: share(run.toFrame - cue.inFrame),
    at: share(run.atFrame),
    end: share(run.atFrame + (run.toFrame - run.fromFrame) / speed),
  }));
  const slides = view.runningOrder.slides.filter((s) => s.endFrame > start && s.startFrame < start + fits.lengthFrames);
  return (
    <figure className="mb-4" aria-label={words.map(methods[shown.method].name)}>
      <MusicStrip
        cue={cue}
        sound={sound}
        width={share(fits.usedFrames)}
        leftOut={leftOut(runs, share(fits.usedFrames))}
        keep={
          shown.method === "recut"
            ? (fromFrame, toFrame) =>
                edit({
                  kind: "setFit",
                  cueId: cue.id,
                  fit: { ...recipe, kept: [...recipe.kept, { fromFrame, toFrame }] },
                })
            : undefined
        }
      />
      <svg
        className="block w-full"
        style={{ height }}
        viewBox={`0 0 100 ${height}`}
        preserveAspectRatio="none"
        aria-hidden="true"
      >
        {runs.map((run, i) => (
          <path
            key={run.at}
            d={`M${run.from} 0H${run.to}C${run.to} ${height / 2} ${run.end} ${height / 2} ${run.end} ${height}H${run.at}C${run.at} ${height / 2} ${run.from} ${height / 2} ${run.from} 0Z`}
            fill="var(--bed)"
            fillOpacity={i % 2 === 0 ? 0.34 : 0.2}
            stroke="var(--bed)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <div className="relative h-8" data-testid="fit-slides">
        {slides.map((slide) => {
          const [from, to] = [
            Math.max(slide.startFrame, start) - start,
            Math.min(slide.endFrame - start, fits.lengthFrames),
          ];
          return (
            <div
              key={slide.slideId}
              className="figures bg-[var(--tile)] absolute inset-y-0 overflow-hidden rounded-xs pl-1 text-xs leading-8 font-bold"
              style={{ left: `calc(${share(from)}% + 1px)`, width: `calc(${share(to - from)}% - 2px)` }}
            >
              {slide.number}
            </div>
          );
        })}
        {runs.slice(1).map((run, i) => (
          <EditHandle
            key={run.at}
            cue={cue}
            index={i}
            at={run.at}
            framesPerShare={longest / 100}
            join={cue.fit?.method === "recut" && shown.method === "recut" ? shown.fitted?.editPoints[i] : undefined}
          />
        ))}
      </div>
      <figcaption className="muted mt-1 flex justify-between text-xs">
        <span>
          {[
            words.mapCaption,
            shown.leftOutFrames > 0 && words.mapLeftOut(shortTime(shown.leftOutFrames)),
            shown.repeatedFrames > 0 && words.mapRepeated(shortTime(shown.repeatedFrames)),
          ]
            .filter(Boolean)
            .join(" ")}
        </span>
        <span className="figures">{shortTime(longest)}</span>
      </figcaption>
    </figure>
  );
}

/** The parts of the music that are not used, as fractions. */
function leftOut(runs: readonly { from: number; to: number }[], end: number): [number, number][] {
  const gaps: [number, number][] = [];
  let reached = 0;
  for (const run of runs.toSorted((a, b) => a.from - b.from)) {
    if (run.from > reached + 0.05) gaps.push([reached, run.from]);
    reached = Math.max(reached, run.to);
  }
  if (end > reached + 0.05) gaps.push([reached, end]);
  return gaps;
}
