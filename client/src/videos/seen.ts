import type { ShowView, StrandView } from "../api/client";

type Video = NonNullable<StrandView["video"]>;

/** A video with its strand. */
export interface ShownVideo extends Video {
  cueId: string;
  startFrame: number;
}

/** A video at a moment: the frame of its file, and the speed from then on; 0 for a still picture. */
export interface Seen {
  fileFrame: number;
  speed: number;
}

/** The videos on a slide, the lowest layer first. */
export function videosOn({ strands, show }: ShowView, slideId: string): ShownVideo[] {
  const indexOf = (id: string) => show.slides.findIndex((s) => s.id === id);
  const at = indexOf(slideId);
  return show.cues.flatMap((cue) => {
    if (!cue.video || !cue.span || indexOf(cue.span.first) > at || indexOf(cue.span.last) < at) return [];
    const own = strands.filter((s) => s.cueId === cue.id);
    const strand = own.find((s) => s.rows.some((r) => r.slideId === slideId)) ?? own.at(-1);
    return strand?.video ? [{ ...strand.video, cueId: cue.id, startFrame: strand.startFrame }] : [];
  });
}

/** The picture of a video at a frame of the show; undefined when it is not visible. */
export function seenAt({ runs, startFrame }: ShownVideo, frame: number): Seen | undefined {
  const at = frame - startFrame;
  const run = runs[findLast(runs, at)];
  if (!run || at < run.fromFrame || at >= run.toFrame) return undefined;
  return { fileFrame: run.fileFrame + (at - run.fromFrame) * run.speed, speed: run.speed };
}

/** The stretch of a slide with a moving picture, in frames of the show; undefined for none. */
export function movesBetween(videos: readonly ShownVideo[], slide: { startFrame: number; endFrame: number }) {
  const moving = videos.flatMap(({ runs, startFrame }) =>
    runs
      .filter((r) => r.speed > 0)
      .map((r) => ({
        from: Math.max(slide.startFrame, startFrame + r.fromFrame),
        to: Math.min(slide.endFrame, startFrame + r.toFrame),
      }))
      .filter(({ from, to }) => to > from),
  );
  if (moving.length === 0) return undefined;
  return { from: Math.min(...moving.map((s) => s.from)), to: Math.max(...moving.map((s) => s.to)) };
}

/** The last run that has begun. */
function findLast(runs: Video["runs"], at: number): number {
  let [low, high] = [0, runs.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((runs[middle]?.fromFrame ?? Infinity) <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}
