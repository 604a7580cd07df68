import { useDrag } from "@use-gesture/react";
import { Pause, Play } from "lucide-react";
import { useRef, useState } from "react";
import type { Cue, Sound } from "../api/client";
import { usePeaks } from "../api/queries";
import { useEachFrame, usePlayer } from "../hearing/usePlayer";
import { useOpenShow } from "../shows/ShowContext";
import { MsField } from "../ui/fields";
import { framesOfMs, msOfFrames, time } from "../ui/format";
import { Waveform } from "../ui/Waveform";
import { Sentence } from "./Sentence";

const columns = 260;

/** The part of the sound a cue uses: in and out on its waveform, by dragging, typing, or "here" while listening. */
export function PartEditor({ cue, sound }: { cue: Cue; sound: Sound }) {
  const { view, edit } = useOpenShow();
  const { data: peaks } = usePeaks(view.id, sound.id, 0, sound.figures.frames, columns);
  const { player, playing, play } = usePlayer(`/api/shows/${view.id}/sounds/${sound.id}/samples`);
  const [held, setHeld] = useState<{ inFrame: number; outFrame: number }>();
  const box = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLDivElement>(null);
  const { inFrame, outFrame } = held ?? cue;

  useEachFrame(player, (frame) => {
    if (line.current) line.current.style.left = `${(100 * frame) / sound.figures.frames}%`;
  });

  const set = (from: number, to: number) => edit({ kind: "setPart", cueId: cue.id, inFrame: from, outFrame: to });
  const setIn = (frame: number) => set(frame, cue.outFrame);
  const setOut = (frame: number) => set(cue.inFrame, frame);

  const bind = useDrag(({ args, xy: [x], last, event }) => {
    event.stopPropagation();
    const area = box.current?.getBoundingClientRect();
    if (!area) return;
    const at = framesOfMs(msOfFrames(Math.max(0, Math.min(1, (x - area.left) / area.width)) * sound.figures.frames));
    const next = {
      inFrame: args[0] === "in" ? at : cue.inFrame,
      outFrame: args[0] === "out" ? at : cue.outFrame,
    };
    setHeld(last ? undefined : next);
    if (last) set(next.inFrame, next.outFrame);
  });

  const share = (frame: number) => `${(100 * frame) / sound.figures.frames}%`;
  return (
    <>
      <div
        ref={box}
        className="bg-base-200 relative h-16 cursor-text rounded-md"
        onClick={(event) => {
          const area = event.currentTarget.getBoundingClientRect();
          const at = Math.round(((event.clientX - area.left) / area.width) * sound.figures.frames);
          player.seek(at);
        }}
      >
        <Waveform peaks={peaks ?? []} color={`var(--${sound.kind})`} className="h-full w-full" />
        <div className="bg-base-200 absolute inset-y-0 left-0 opacity-75" style={{ width: share(inFrame) }} />
        <div className="bg-base-200 absolute inset-y-0 right-0 opacity-75" style={{ left: share(outFrame) }} />
        <div ref={line} className="bg-primary pointer-events-none absolute inset-y-0 w-0.5" aria-hidden="true" />
        {(["in", "out"] as const).map((end) => (
          <div
            key={end}
            {...bind(end)}
            data-grip={end}
            title={end === "in" ? "In: drag" : "Out: drag"}
            className="absolute inset-y-0 -ml-2 w-4 cursor-ew-resize touch-none"
            style={{ left: share(end === "in" ? inFrame : outFrame) }}
          >
            <div className="mx-auto h-full w-0.75 rounded bg-current" />
          </div>
        ))}
      </div>
      <Sentence>
        From <MsField label="In" ms={msOfFrames(inFrame)} show={clock} commit={(ms) => setIn(framesOfMs(ms))} /> to{" "}
        <MsField label="Out" ms={msOfFrames(outFrame)} show={clock} commit={(ms) => setOut(framesOfMs(ms))} />
      </Sentence>
      <Sentence>
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            const at = player.position();
            if (playing) player.stop();
            else play(at > cue.inFrame && at < cue.outFrame ? at : cue.inFrame, cue.outFrame);
          }}
        >
          {playing ? <Pause size={13} fill="currentColor" /> : <Play size={13} fill="currentColor" />}{" "}
          {playing ? "Stop" : "Hear it"}
        </button>
        <button type="button" className="btn btn-xs" onClick={() => setIn(framesOfMs(msOfFrames(player.position())))}>
          In here
        </button>
        <button type="button" className="btn btn-xs" onClick={() => setOut(framesOfMs(msOfFrames(player.position())))}>
          Out here
        </button>
      </Sentence>
    </>
  );
}

const clock = (ms: number) => {
  const rest = ms % 100;
  return time(framesOfMs(ms)) + (rest ? String(rest).padStart(2, "0").replace(/0$/, "") : "");
};
