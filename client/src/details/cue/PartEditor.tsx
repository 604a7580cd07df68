import { Pause, Play, ZoomIn, ZoomOut } from "lucide-react";
import { useRef, useState, type ReactNode } from "react";
import type { Cue, Sound } from "../../api/client";
import { proposalsFor, say, usePeaks } from "../../api/queries";
import { useEachFrame, usePlayer } from "../../hearing/usePlayer";
import { useOpenShow } from "../../shows/ShowContext";
import { Choice, MsField } from "../../ui/fields";
import { clock, framesOfMs, framesPerSecond, msOfFrames } from "../../ui/format";
import { Waveform } from "../../ui/Waveform";
import { Look } from "../../videos/Look";
import { PictureStrip } from "../../videos/PictureStrip";
import { Sentence } from "../Sentence";
import { useDrag } from "../../ui/useDrag";

const columns = 260;
const closest = framesPerSecond / 2;

interface Held {
  inFrame: number;
  outFrame: number;
  loop: Cue["loopPart"];
}

type Grip = "in" | "out" | "slip" | "from" | "to";

/** The part of the sound a cue uses: in, out and what goes round, on its waveform, by dragging, typing, or "here" while listening. */
export function PartEditor({ cue, sound }: { cue: Cue; sound: Sound }) {
  const { view, edit } = useOpenShow();
  const total = sound.figures.frames;
  const [seen, setSeen] = useState({ from: 0, to: total });
  const { data: peaks } = usePeaks(view.id, sound.id, seen.from, seen.to, columns);
  const { player, playing, play } = usePlayer(`/api/shows/${view.id}/sounds/${sound.id}/samples`);
  const [held, setHeld] = useState<Held>();
  const box = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLDivElement>(null);
  const { inFrame, outFrame, loop } = held ?? { inFrame: cue.inFrame, outFrame: cue.outFrame, loop: cue.loopPart };

  const share = (frame: number) => (100 * (frame - seen.from)) / (seen.to - seen.from);
  useEachFrame(player, (frame) => {
    if (line.current) line.current.style.left = `${share(frame)}%`;
  });

  const set = (from: number, to: number) => edit({ kind: "setPart", cueId: cue.id, inFrame: from, outFrame: to });
  const slip = (by: number) => {
    const within = Math.max(-cue.inFrame, Math.min(total - cue.outFrame, by));
    set(cue.inFrame + within, cue.outFrame + within);
  };
  const here = () => framesOfMs(msOfFrames(player.position()));

  const frameAt = (x: number) => {
    const area = box.current?.getBoundingClientRect();
    if (!area) return 0;
    const at = seen.from + Math.max(0, Math.min(1, (x - area.left) / area.width)) * (seen.to - seen.from);
    return Math.min(total, framesOfMs(msOfFrames(at)));
  };
  const bind = useDrag(({ args, xy: [x], initial: [startX], last, tap, event }) => {
    event.stopPropagation();
    if (tap) return;
    const at = frameAt(x);
    const by = Math.max(-cue.inFrame, Math.min(total - cue.outFrame, at - frameAt(startX)));
    const part = cue.loopPart ?? { fromFrame: cue.inFrame, toFrame: cue.outFrame };
    const next: Held = {
      inFrame: args[0] === "in" ? at : args[0] === "slip" ? cue.inFrame + by : cue.inFrame,
      outFrame: args[0] === "out" ? at : args[0] === "slip" ? cue.outFrame + by : cue.outFrame,
      loop:
        args[0] === "from" ? { ...part, fromFrame: at } : args[0] === "to" ? { ...part, toFrame: at } : cue.loopPart,
    };
    setHeld(last ? undefined : next);
    if (!last) return;
    if (args[0] === "from" || args[0] === "to") edit({ kind: "setLoopPart", cueId: cue.id, part: next.loop });
    else set(next.inFrame, next.outFrame);
  });

  const zoom = (factor: number) => {
    const middle = seen.from <= cue.inFrame && seen.to >= cue.outFrame ? cue.inFrame : (seen.from + seen.to) / 2;
    const length = Math.min(total, Math.max(closest, (seen.to - seen.from) * factor));
    const from = Math.round(Math.max(0, Math.min(total - length, middle - length / 2)));
    setSeen({ from, to: Math.round(from + length) });
  };

  // What is drawn to is looked at.
  const looked = held && (held.inFrame !== cue.inFrame ? held.inFrame : held.outFrame - 1);
  return (
    <>
      {sound.video && (
        <>
          <Look video={sound} player={player} at={looked} />
          <PictureStrip video={sound} from={seen.from} to={seen.to} />
        </>
      )}
      <div
        ref={box}
        className={`bg-base-200 relative h-16 cursor-text overflow-hidden ${sound.video ? "rounded-b-md" : "rounded-md"}`}
        onClick={(event) => player.seek(frameAt(event.clientX))}
      >
        <Waveform peaks={peaks ?? []} color={`var(--${sound.kind})`} className="h-full w-full" />
        <Shade from={0} to={share(inFrame)} />
        <Shade from={share(outFrame)} to={100} />
        {sound.markers.map((marker) => (
          <div
            key={marker.id}
            className="border-info pointer-events-none absolute inset-y-0 border-l border-dashed"
            style={{ left: `${share(marker.frame)}%` }}
            title={marker.name}
          />
        ))}
        {loop && cue.rounds !== 1 && (
          <>
            <div
              className="bg-primary absolute top-0 h-1.5 opacity-70"
              style={{ left: `${share(loop.fromFrame)}%`, width: `${share(loop.toFrame) - share(loop.fromFrame)}%` }}
            />
            {grip("from", share(loop.fromFrame), "Goes round from: drag")}
            {grip("to", share(loop.toFrame), "Goes round to: drag")}
          </>
        )}
        <div ref={line} className="bg-primary pointer-events-none absolute inset-y-0 w-0.5" aria-hidden="true" />
        <div
          {...bind("slip")}
          role="slider"
          tabIndex={0}
          aria-label="Slip the part that is used"
          aria-valuemin={0}
          aria-valuemax={msOfFrames(total)}
          aria-valuenow={msOfFrames(inFrame)}
          aria-valuetext={clock(msOfFrames(inFrame))}
          title="Slip: drag"
          data-grip="slip"
          className="bg-accent absolute bottom-0 z-10 h-2.5 cursor-grab touch-none opacity-80"
          style={{ left: `${share(inFrame)}%`, width: `${share(outFrame) - share(inFrame)}%` }}
          onKeyDown={(event) => {
            const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
            if (by === 0) return;
            event.preventDefault();
            slip(by * framesPerSecond * (event.shiftKey ? 1 : 0.1));
          }}
        />
        {grip("in", share(inFrame), "In: drag")}
        {grip("out", share(outFrame), "Out: drag")}
      </div>
      <Sentence>
        From{" "}
        <MsField label="In" ms={msOfFrames(inFrame)} show={clock} commit={(ms) => set(framesOfMs(ms), cue.outFrame)} />{" "}
        to{" "}
        <MsField label="Out" ms={msOfFrames(outFrame)} show={clock} commit={(ms) => set(cue.inFrame, framesOfMs(ms))} />
      </Sentence>
      <Sentence>
        <Small name="Closer" press={() => zoom(0.4)}>
          <ZoomIn size={13} />
        </Small>
        <Small name="Farther" press={() => zoom(2.5)}>
          <ZoomOut size={13} />
        </Small>
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
        <button type="button" className="btn btn-xs" onClick={() => set(here(), cue.outFrame)}>
          In here
        </button>
        <button type="button" className="btn btn-xs" onClick={() => set(cue.inFrame, here())}>
          Out here
        </button>
        <button
          type="button"
          className="btn btn-xs"
          onClick={() =>
            void proposalsFor(view.id, cue.id)
              .then(({ beginning }) => set(beginning.fromFrame, beginning.toFrame))
              .catch(say)
          }
        >
          First 5 s only
        </button>
        {(cue.inFrame > 0 || cue.outFrame < total) && (
          <button type="button" className="btn btn-xs" onClick={() => set(0, total)}>
            All of it
          </button>
        )}
      </Sentence>
      {sound.markers.length > 0 && (
        <Sentence>
          Start at{" "}
          <Choice
            label="Start at a marker"
            value={sound.markers.find((m) => m.frame === cue.inFrame)?.id ?? ""}
            options={[["", "a marker…"], ...sound.markers.map((m) => [m.id, m.name] as const)]}
            commit={(id) => {
              const marker = sound.markers.find((m) => m.id === id);
              if (marker) set(marker.frame, cue.outFrame > marker.frame ? cue.outFrame : total);
            }}
          />
        </Sentence>
      )}
    </>
  );

  function grip(which: Grip, left: number, title: string) {
    return (
      <div
        {...bind(which)}
        data-grip={which}
        title={title}
        className={`absolute top-0 -ml-2 w-4 cursor-ew-resize touch-none ${which === "from" || which === "to" ? "h-4" : "h-full"}`}
        style={{ left: `${left}%` }}
      >
        <div
          className={`mx-auto h-full w-0.75 rounded ${which === "from" || which === "to" ? "bg-primary" : "bg-current"}`}
        />
      </div>
    );
  }
}

/** What is not used. */
function Shade({ from, to }: { from: number; to: number }) {
  const [left, right] = [Math.max(0, from), Math.min(100, to)];
  if (right <= left) return null;
  return (
    <div
      className="bg-base-200 absolute inset-y-0 opacity-75"
      style={{ left: `${left}%`, width: `${right - left}%` }}
    />
  );
}

function Small({ name, press, children }: { name: string; press: () => void; children: ReactNode }) {
  return (
    <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label={name} title={name} onClick={press}>
      {children}
    </button>
  );
}
