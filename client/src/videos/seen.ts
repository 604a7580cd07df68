import type { ShowView, StrandView } from "../api/client";

type Video = NonNullable<StrandView["video"]>;

/** A video with the strand it is seen along. */
export interface ShownVideo extends Video {
  cueId: string;
  startFrame: number;
}

/** What of a video is seen at a moment: the frame of its file, and how fast that is gone through from then on; 0 where the picture stands. */
export interface Seen {
  fileFrame: number;
  speed: number;
}

/** The videos on a slide, the lowest first. */
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

/** What is seen of a video at a frame of the show, as the server has it: it stands, moves, is over, or is not seen. */
export function seenAt(video: ShownVideo, frame: number): Seen | undefined {
  const still = (fileFrame: number): Seen => ({ fileFrame, speed: 0 });
  const { runs, place } = video;
  const last = runs.at(-1);
  const at = frame - video.startFrame;
  if (frame < video.fromFrame || !last || at < 0) return place.hiddenBefore ? undefined : still(video.firstFileFrame);
  if (frame >= video.toFrame || at >= last.toFrame) {
    if (place.atEnd === "leaves") return undefined;
    return still(place.atEnd === "keepsLast" ? video.lastFileFrame : video.firstFileFrame);
  }
  const run = runs[findLast(runs, at)] ?? last;
  return { fileFrame: run.fileFrame + (at - run.fromFrame) * run.speed, speed: run.speed };
}

/** The stretch of a slide in which something moves, in frames of the show; undefined where nothing does. */
export function movesBetween(videos: readonly ShownVideo[], slide: { startFrame: number; endFrame: number }) {
  const stretches = videos.flatMap((v) => {
    const last = v.runs.at(-1);
    if (!last) return [];
    const [from, to] = [
      Math.max(slide.startFrame, v.startFrame),
      Math.min(slide.endFrame, v.toFrame, v.startFrame + last.toFrame),
    ];
    return to > from ? [{ from, to }] : [];
  });
  if (stretches.length === 0) return undefined;
  return { from: Math.min(...stretches.map((s) => s.from)), to: Math.max(...stretches.map((s) => s.to)) };
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
