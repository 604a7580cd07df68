import { Pause, Play } from "lucide-react";
import { useRef, useState } from "react";
import { changeCue } from "../../api/changes";
import type { Cue, Sound } from "../../api/client";
import { samplesUrl, usePeaks } from "../../api/sounds";
import { useEachFrame, usePlayer } from "../../hearing/usePlayer";
import { useOpenShow, useView } from "../../show/openShow";
import { MsField } from "../../ui/fields";
import { clock, framesOfMs, framesPerSecond, msOfFrames, time } from "../../ui/format";
import { Waveform } from "../../ui/Waveform";
import { VideoPreview } from "../../videos/VideoPreview";
import { PictureStrip } from "../../videos/PictureStrip";
import { Row, Topic } from "../Topic";
import { useDragValue } from "../../ui/useDragValue";
import { DrawnFade } from "./DrawnFade";
import { words } from "./words";
import { PartTools } from "./PartTools";
import { Rounds } from "./Rounds";

const columns = 260;
const closest = framesPerSecond / 2;

interface Held {
  inFrame: number;
  outFrame: number;
  loop: Cue["loopPart"];
}

type Grip = "in" | "out" | "slip" | "from" | "to";

/** The trim of a cue, its loop and its fades on the waveform: dragged, typed, or set at the play position. */
export function PartEditor({ cue, sound }: { cue: Cue; sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const total = sound.figures.frames;
  const [seen, setSeen] = useState({ from: 0, to: total });
  const { data: peaks } = usePeaks(view.id, sound, seen.from, seen.to, columns);
  const { player, playing, play } = usePlayer(samplesUrl(view.id, sound));
  const box = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLDivElement>(null);
  const share = (frame: number) => (100 * (frame - seen.from)) / (seen.to - seen.from);
  useEachFrame(player, (frame) => {
    if (line.current) line.current.style.left = `${share(frame)}%`;
  });

  const set = (from: number, to: number) => edit({ kind: "setPart", cueId: cue.id, inFrame: from, outFrame: to });
  const change = (part: (now: Cue) => { inFrame?: number; outFrame?: number }) =>
    edit(
      changeCue(cue.id, (now) => ({
        kind: "setPart",
        cueId: now.id,
        inFrame: now.inFrame,
        outFrame: now.outFrame,
        ...part(now),
      })),
    );
  const slip = (by: number) =>
    change((now) => {
      const within = Math.max(-now.inFrame, Math.min(total - now.outFrame, by));
      return { inFrame: now.inFrame + within, outFrame: now.outFrame + within };
    });
  const here = () => framesOfMs(msOfFrames(player.position()));

  const frameAt = (x: number) => {
    const wide = box.current?.clientWidth ?? 1;
    const at = seen.from + Math.max(0, Math.min(1, x / wide)) * (seen.to - seen.from);
    return Math.min(total, framesOfMs(msOfFrames(at)));
  };
  const { held: dragged, bind } = useDragValue<Held, Grip>({
    valueAt: ({ x, startX }, grip) => {
      const at = frameAt(x);
      const by = Math.max(-cue.inFrame, Math.min(total - cue.outFrame, at - frameAt(startX)));
      const part = cue.loopPart ?? { fromFrame: cue.inFrame, toFrame: cue.outFrame };
      return {
        inFrame: grip === "in" ? at : grip === "slip" ? cue.inFrame + by : cue.inFrame,
        outFrame: grip === "out" ? at : grip === "slip" ? cue.outFrame + by : cue.outFrame,
        loop: grip === "from" ? { ...part, fromFrame: at } : grip === "to" ? { ...part, toFrame: at } : cue.loopPart,
      };
    },
    commit: (next, grip) => {
      if (grip === "from" || grip === "to") edit({ kind: "setLoopPart", cueId: cue.id, part: next.loop });
      else set(next.inFrame, next.outFrame);
    },
    nudge: ({ x, large }, grip) => grip === "slip" && slip(x * framesPerSecond * (large ? 1 : 0.1)),
    surface: box,
  });
  const held = dragged?.value;
  const { inFrame, outFrame, loop } = held ?? { inFrame: cue.inFrame, outFrame: cue.outFrame, loop: cue.loopPart };

  const zoom = (factor: number) => {
    const middle = seen.from <= cue.inFrame && seen.to >= cue.outFrame ? cue.inFrame : (seen.from + seen.to) / 2;
    const length = Math.min(total, Math.max(closest, (seen.to - seen.from) * factor));
    const from = Math.round(Math.max(0, Math.min(total - length, middle - length / 2)));
    setSeen({ from, to: Math.round(from + length) });
  };

  // A cue that is stopped does not reach its out point; a looped one can end anywhere, and its fade is drawn at its out point.
  const strand = view.strands.findLast((s) => s.cueId === cue.id);
  const roundly = !cue.fit && (strand?.editPoints.length ?? 0) > 0;
  const heardTo = held || !strand || roundly ? outFrame : Math.min(outFrame, strand.heardTo);

  // The frame under the pointer while something is dragged.
  const looked = held && (held.inFrame !== cue.inFrame ? held.inFrame : held.outFrame - 1);
  return (
    <Topic
      title={words.trim}
      more={{
        name: "part",
        contents: words.trimMore,
        content: <PartTools cue={cue} sound={sound} change={change} here={here} zoom={zoom} />,
      }}
    >
      {sound.video && (
        <div className="relative">
          {(playing || looked !== undefined) && (
            // Drawn over the items above, so that a dragged one does not move.
            <div className="absolute bottom-full z-30 w-full shadow-md">
              <VideoPreview video={sound} player={player} at={looked} />
            </div>
          )}
          <PictureStrip video={sound} from={seen.from} to={seen.to} />
        </div>
      )}
      <div
        ref={box}
        className={`bg-base-200 relative h-18 cursor-text overflow-hidden ${sound.video ? "rounded-b-md" : "rounded-md"}`}
        // A drag can end over it too, which is not a click.
        onClick={(event) =>
          (event.target as Element).closest("[data-grip]") ||
          player.seek(frameAt(event.clientX - event.currentTarget.getBoundingClientRect().left))
        }
      >
        <Waveform peaks={peaks ?? []} color={`var(--${sound.kind})`} className="h-full w-full" />
        <Shade from={0} to={share(inFrame)} />
        <Shade from={share(outFrame)} to={100} />
        <Shade from={share(heardTo)} to={share(outFrame)} faint />
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
              className="bg-primary absolute bottom-2.5 h-1.5 opacity-70"
              style={{ left: `${share(loop.fromFrame)}%`, width: `${share(loop.toFrame) - share(loop.fromFrame)}%` }}
            />
            {grip("from", share(loop.fromFrame), words.drag(words.loopStart))}
            {grip("to", share(loop.toFrame), words.drag(words.loopEnd))}
          </>
        )}
        <div ref={line} className="bg-primary pointer-events-none absolute inset-y-0 w-0.5" aria-hidden="true" />
        <div
          {...bind("slip")}
          role="slider"
          tabIndex={0}
          aria-label={words.slip}
          aria-valuemin={0}
          aria-valuemax={msOfFrames(total)}
          aria-valuenow={msOfFrames(inFrame)}
          aria-valuetext={clock(msOfFrames(inFrame))}
          title={words.slipHint}
          data-grip="slip"
          className="absolute bottom-0 z-10 flex h-6 cursor-grab touch-none items-end"
          style={{ left: `${share(inFrame)}%`, width: `${share(outFrame) - share(inFrame)}%` }}
        >
          <div className="bg-accent h-2.5 w-full opacity-80" />
        </div>
        {grip("in", share(inFrame), words.drag(words.in))}
        {grip("out", share(outFrame), words.drag(words.out))}
        {(["in", "out"] as const).map((end) => (
          <DrawnFade
            key={end}
            cue={cue}
            end={end}
            from={inFrame}
            to={heardTo}
            surface={box}
            share={share}
            frameAt={frameAt}
          />
        ))}
      </div>
      <Row label={words.in}>
        <MsField
          label={words.in}
          ms={msOfFrames(inFrame)}
          show={clock}
          commit={(ms) => change(() => ({ inFrame: framesOfMs(ms) }))}
        />
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
          {playing ? words.stop : words.play}
        </button>
      </Row>
      <Row label={words.out}>
        <MsField
          label={words.out}
          ms={msOfFrames(outFrame)}
          show={clock}
          commit={(ms) => change(() => ({ outFrame: framesOfMs(ms) }))}
        />
        <span className="muted figures text-sm">{words.ofTotal(time(total))}</span>
      </Row>
      <Rounds cues={[cue]} />
    </Topic>
  );

  function grip(which: Grip, left: number, title: string) {
    return (
      <div
        {...bind(which)}
        data-grip={which}
        title={title}
        className={`absolute -ml-2 w-4 cursor-ew-resize touch-none ${which === "from" || which === "to" ? "bottom-2.5 z-20 h-4" : "top-0 h-full"}`}
        style={{ left: `${left}%` }}
      >
        <div
          className={`mx-auto h-full w-0.75 rounded ${which === "from" || which === "to" ? "bg-primary" : "bg-current"}`}
        />
      </div>
    );
  }
}

/** The trimmed parts and, paler, parts that are not reached. */
function Shade({ from, to, faint = false }: { from: number; to: number; faint?: boolean }) {
  const [left, right] = [Math.max(0, from), Math.min(100, to)];
  if (right <= left) return null;
  return (
    <div
      className={`bg-base-200 absolute inset-y-0 ${faint ? "opacity-50" : "opacity-75"}`}
      style={{ left: `${left}%`, width: `${right - left}%` }}
    />
  );
}
