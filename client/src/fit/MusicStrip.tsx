import { useRef, useState } from "react";
import type { Cue, Sound } from "../api/client";
import { usePeaks } from "../api/sounds";
import { useView } from "../show/openShow";
import { shortTime } from "../ui/format";
import { Waveform } from "../ui/Waveform";
import { useDragValue } from "../ui/useDragValue";
import { words } from "./words";

interface Props {
  cue: Cue;
  sound: Sound;
  /** The width of the music, in hundredths of the map. */
  width: number;
  /** The parts that are not heard, in hundredths of the map. */
  leftOut: readonly [number, number][];
  /** Keeps a passage; undefined when nothing can be kept. */
  keep: ((fromFrame: number, toFrame: number) => void) | undefined;
}

const columns = 400;
/** The shortest passage that can be dragged, in frames; shorter drags are accidental. */
const least = 24_000;

/** The music of a cue, with the removed parts marked; dragging over it selects a passage. */
export function MusicStrip({ cue, sound, width, leftOut, keep }: Props) {
  const view = useView();
  const { data: peaks } = usePeaks(view.id, sound, cue.inFrame, cue.outFrame, columns);
  const [kept, setSelection] = useState<[number, number]>();
  const strip = useRef<HTMLDivElement>(null);
  const used = cue.outFrame - cue.inFrame;
  const { held, bind } = useDragValue<[number, number] | "none">({
    valueAt: ({ x, startX, width: wide }) => {
      const frameAt = (px: number) => cue.inFrame + Math.round(Math.max(0, Math.min(1, px / wide)) * used);
      const [from, to] = [frameAt(Math.min(startX, x)), frameAt(Math.max(startX, x))];
      return to - from >= least ? [from, to] : "none";
    },
    commit: (to) => setSelection(to === "none" ? undefined : to),
    press: () => setSelection(undefined),
    surface: strip,
    enabled: keep !== undefined,
  });
  const marked = held ? (held.value === "none" ? undefined : held.value) : kept;
  const place = ([from, to]: [number, number]) => ({
    left: `${(100 * (from - cue.inFrame)) / used}%`,
    width: `${(100 * (to - from)) / used}%`,
  });
  return (
    <div className="relative h-12">
      <div
        ref={strip}
        {...bind()}
        className={`bg-base-200 absolute inset-y-0 left-0 touch-none rounded-t-sm ${keep ? "cursor-text" : ""}`}
        style={{ width: `${width}%` }}
        data-testid="music"
        title={keep ? words.dragKeep : undefined}
      >
        {peaks && <Waveform peaks={peaks} color="var(--bed)" className="h-full w-full" />}
        {cue.fit?.kept.map((k) => (
          <div
            key={k.fromFrame}
            className="border-primary absolute inset-y-0 rounded-xs border-2"
            style={place([k.fromFrame, k.toFrame])}
            title={words.kept}
          />
        ))}
        {marked && <div className="bg-primary absolute inset-y-0 opacity-30" style={place(marked)} />}
      </div>
      {leftOut.map(([from, to]) => (
        <div
          key={from}
          className="left-out pointer-events-none absolute inset-y-0"
          style={{ left: `${from}%`, width: `${to - from}%` }}
          title={words.leftOut}
        />
      ))}
      {marked && keep && (
        <div className="bg-base-100 absolute top-full left-2 z-10 flex gap-1 rounded-md border border-[var(--line)] p-1.5 text-sm shadow">
          <button
            type="button"
            className="btn btn-primary btn-xs"
            onClick={() => {
              keep(...marked);
              setSelection(undefined);
            }}
          >
            {words.keep(shortTime(marked[0]), shortTime(marked[1]))}
          </button>
          <button type="button" className="btn btn-xs" onClick={() => setSelection(undefined)}>
            {words.cancel}
          </button>
        </div>
      )}
    </div>
  );
}
