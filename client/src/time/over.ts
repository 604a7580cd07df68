import type { ShowView } from "../api/client";
import { framesOfMs, time } from "../ui/format";

/** How far the running time is from what is aimed at; undefined where nothing is. */
export function over(view: ShowView): { frames: number; words: string } | undefined {
  const { targetMs } = view.show;
  if (targetMs === null) return undefined;
  const frames = view.runningOrder.totalFrames - framesOfMs(targetMs);
  const words = frames === 0 ? "as aimed at" : `${time(Math.abs(frames))} ${frames > 0 ? "over" : "to spare"}`;
  return { frames, words };
}
