import type { Seen } from "../../videos/seen";
import type { LiveCue } from "./run";
import type { Stage } from "./Stage";

type LiveVideo = NonNullable<LiveCue["video"]>;

/** The videos on the slide of a place, the lowest layer first. */
export const videosAt = (stage: Stage, place: number): (LiveCue & { video: LiveVideo })[] =>
  stage.view.plan.cues.flatMap((cue) =>
    cue.video && place >= cue.video.firstPlace && place <= cue.video.lastPlace ? [{ ...cue, video: cue.video }] : [],
  );

/** The current picture of a video: still before it begins and while paused, moving while its cue plays, then as set for its end. */
export function seenNow(stage: Stage, cue: LiveCue & { video: LiveVideo }): Seen | undefined {
  const { video, id } = cue;
  const still = (ms: number): Seen => ({ fileFrame: fileFrameAt(stage, cue, ms).fileFrame, speed: 0 });
  const { phase, fromMs } = stage.run.stateOf(id);
  const held = stage.heldMs(id);
  if (held !== undefined) return still(held);
  if (phase === "sounding") {
    const at = stage.heardMs(id);
    return stage.moves() && at !== undefined ? fileFrameAt(stage, cue, at) : still(at ?? fromMs);
  }
  const before = () => (video.place.hiddenBefore ? undefined : still(0));
  if (phase === "fresh" || phase === "waiting") return before();
  // A stopped video goes on during its fade-out, then stays; revisited, it begins again or goes on.
  const stopped = stage.stoppedMs(id);
  if (stopped?.heard) return stage.moves() ? fileFrameAt(stage, cue, stopped.ms) : still(stopped.ms);
  if (phase === "left" && cue.return !== "pickUp") return before();
  if (video.place.atEnd === "leaves") return undefined;
  return still(video.place.atEnd === "backToFirst" ? 0 : (stopped?.ms ?? (fromMs > 0 ? fromMs : Infinity)));
}

/** The frame of the file at a moment after the cue's start, repeats folded. */
function fileFrameAt(stage: Stage, { id, video }: LiveCue & { video: LiveVideo }, ms: number): Seen {
  const stem = stage.view.stems.find((s) => s.cueIds.includes(id));
  const length = stem?.frames ?? 0;
  const period = length - (stem?.loopFrom ?? length);
  const frame = Math.max(0, ms * 48);
  const at =
    frame < length || period === 0 ? Math.min(frame, length - 1) : length - period + ((frame - length) % period);
  const run = video.runs.findLast((r) => r.fromFrame <= at) ?? video.runs[0];
  if (!run) return { fileFrame: 0, speed: 0 };
  return {
    fileFrame: run.fileFrame + Math.min(at, run.toFrame - 1) * run.speed - run.fromFrame * run.speed,
    speed: run.speed,
  };
}
