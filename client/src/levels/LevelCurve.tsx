import { useRef } from "react";
import type { Schemas } from "../api/client";
import { useEachFrame } from "../hearing/usePlayer";
import { useSeekSlider } from "../hearing/useSeekSlider";
import { useOpenShow, useView } from "../show/openShow";
import { fillOf, KindPatterns } from "../strands/KindPatterns";
import { SlideTiles } from "../strands/SlideTiles";
import { drawn, shareOf, tenths, words } from "./words";

const width = 1000;
const height = 150;
const marks = [-10, -20, -30, -40];
// Half the width of the target band, in LU.
const tolerance = 1;

/** The loudness over the slides: beds, voices and spots as areas, the mix as a line, the matched mix as a dashed line, the target as a band. A click goes there. */
export function LevelCurve({
  levels,
  matched,
}: {
  levels: Schemas["LevelsView"];
  matched: readonly number[] | undefined;
}) {
  const view = useView();
  const { player } = useOpenShow();
  const { slides, totalFrames } = view.runningOrder;
  const line = useRef<HTMLDivElement>(null);
  const slider = useSeekSlider<HTMLDivElement>({
    label: words.position,
    player,
    frames: totalFrames,
    go: (frame) => player.seek(frame),
  });
  useEachFrame(player, (frame) => {
    if (line.current)
      line.current.style.transform = `translateX(${totalFrames > 0 ? (100 * Math.min(frame, totalFrames)) / totalFrames : 0}%)`;
  });
  const target = view.show.levelTargets.wholeLufs;
  return (
    <figure aria-label={words.curve} className="flex gap-2">
      <div className="muted figures relative w-8 text-right text-xs" style={{ height }} aria-hidden="true">
        {marks.map((mark) => (
          <span key={mark} className="absolute right-0 -translate-y-1/2" style={{ top: y(mark) }}>
            {tenths(mark).slice(0, -2)}
          </span>
        ))}
      </div>
      <div className="relative min-w-0 grow">
        <div {...slider} className="cursor-pointer touch-none">
          <svg
            className="bg-base-200 block w-full rounded-sm"
            style={{ height }}
            viewBox={`0 0 ${width} ${height}`}
            preserveAspectRatio="none"
            role="img"
            aria-label={words.curveOf(slides.length, tenths(target))}
          >
            <defs>
              <KindPatterns />
            </defs>
            <rect
              x={0}
              width={width}
              y={y(target + tolerance)}
              height={y(target - tolerance) - y(target + tolerance)}
              className="fill-primary"
              opacity={0.3}
            />
            {levels.kinds.map(({ kind, along }) => (
              <path
                key={kind}
                d={`M0 ${height}L${pointsOf(along)}L${width} ${height}Z`}
                fill={fillOf(kind)}
                fillOpacity={0.85}
                stroke={`var(--${kind})`}
                vectorEffect="non-scaling-stroke"
              />
            ))}
            <path
              d={`M${pointsOf(levels.along)}`}
              fill="none"
              stroke="currentColor"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
            {matched && (
              <path
                data-testid="matched"
                d={`M${pointsOf(matched)}`}
                fill="none"
                stroke="var(--color-primary)"
                strokeWidth={1.5}
                strokeDasharray="5 3"
                vectorEffect="non-scaling-stroke"
              />
            )}
            {levels.limited.map(({ fromFrame, toFrame }) => (
              <rect
                key={fromFrame}
                x={(width * fromFrame) / totalFrames}
                width={(width * (toFrame - fromFrame)) / totalFrames}
                y={0}
                height={4}
                fill="var(--color-error)"
              />
            ))}
          </svg>
        </div>
        <SlideTiles slides={slides} total={totalFrames} />
        <div ref={line} className="pointer-events-none absolute inset-0 will-change-transform" aria-hidden="true">
          <div className="h-full w-0.5 bg-current" />
        </div>
      </div>
    </figure>
  );
}

const y = (lufs: number) => height * (1 - shareOf(lufs));

/** A curve from the left edge to the right; values below the range are drawn at its bottom. */
function pointsOf(along: readonly number[]): string {
  const last = Math.max(1, along.length - 1);
  return along
    .map((lufs, i) => `${((width * i) / last).toFixed(1)} ${y(Math.max(lufs, drawn.least)).toFixed(1)}`)
    .join("L");
}
