import type { RefObject } from "react";
import { changeFade } from "../../api/changes";
import type { Cue } from "../../api/client";
import { fadeLength } from "../../show/fadeLength";
import { useOpenShow } from "../../show/openShow";
import { framesOfMs, msOfFrames, seconds } from "../../ui/format";
import { useDragValue } from "../../ui/useDragValue";
import { words } from "./words";

interface Props {
  cue: Cue;
  end: "in" | "out";
  /** The first audible frame of the sound, and the one after the last. */
  from: number;
  to: number;
  /** The waveform. */
  surface: RefObject<Element | null>;
  /** The position of a frame on the waveform, in per cent, and the frame at a position, in pixels. */
  share: (frame: number) => number;
  frameAt: (x: number) => number;
}

/** A fade on the waveform. Its inner end is a handle that changes its length. */
export function DrawnFade({ cue, end, from, to, surface, share, frameAt }: Props) {
  const { edit } = useOpenShow();
  const fade = end === "in" ? cue.fadeIn : cue.fadeOut;
  const longestMs = msOfFrames((to - from) / cue.speed);
  const { held, bind } = useDragValue({
    valueAt: ({ x }) => {
      const inside = end === "in" ? frameAt(x) - from : to - frameAt(x);
      return fadeLength(msOfFrames(inside / cue.speed), longestMs);
    },
    commit: (next) => edit(changeFade(cue.id, end, () => next)),
    nudge: ({ x, large }) =>
      edit(
        changeFade(cue.id, end, (now) => fadeLength(now + (end === "in" ? x : -x) * (large ? 1000 : 100), longestMs)),
      ),
    surface,
  });
  const ms = held?.value ?? fade.ms;
  // At its speed, a cue passes more or less of the sound during its fade.
  const frames = Math.min(to - from, framesOfMs(ms) * cue.speed);
  const [outer, inner] = end === "in" ? [share(from), share(from + frames)] : [share(to), share(to - frames)];

  return (
    <>
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        className="pointer-events-none absolute inset-0 size-full"
        aria-hidden="true"
      >
        {ms > 0 && (
          <path
            d={`${gone(fade.curve, outer, inner, 0)}${gone(fade.curve, outer, inner, 100)}`}
            fill="var(--color-base-200)"
            fillOpacity={0.8}
            stroke="currentColor"
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      <div
        {...bind()}
        role="slider"
        tabIndex={0}
        aria-label={words.drawnFade[end]}
        aria-valuemin={0}
        aria-valuemax={longestMs}
        aria-valuenow={ms}
        aria-valuetext={seconds(ms)}
        title={words.drag(words.fade[end])}
        data-grip={`fade-${end}`}
        className="absolute top-0 z-20 -ml-3 h-6 w-6 cursor-ew-resize touch-none"
        // Even at the very edge the handle can be reached.
        style={{ left: `clamp(0.5rem, ${inner}%, 100% - 0.5rem)` }}
      >
        <div className="bg-base-100 mx-auto mt-px size-3 rounded-full border-2 border-current" />
      </div>
      {held && (
        <div
          className={`bg-base-100 figures pointer-events-none absolute top-4 z-20 rounded px-1.5 text-sm font-semibold ${end === "in" ? "translate-x-1" : "-translate-x-full"}`}
          style={{ left: `${inner}%` }}
        >
          {seconds(held.value)}
        </div>
      )}
    </>
  );
}

/** The area a fade removes from one half of the waveform: between the half's edge and the gain curve. */
function gone(curve: Cue["fadeIn"]["curve"], outer: number, inner: number, edge: 0 | 100): string {
  const between = (part: number) => (outer + (inner - outer) * part).toFixed(2);
  const course = {
    linear: `L${between(1)} ${edge}`,
    equalPower: `Q${between(0.64)} ${edge} ${between(1)} ${edge}`,
    smooth: `C${between(0.36)} 50 ${between(0.64)} ${edge} ${between(1)} ${edge}`,
  }[curve];
  return `M${between(0)} 50${course}L${between(0)} ${edge}Z`;
}
