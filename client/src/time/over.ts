import type { ShowView } from "../api/client";
import { framesOfMs, time } from "../ui/format";
import { words } from "./words";

/** The difference between the running time and its target; undefined without a target. */
export function over(view: ShowView): { frames: number; text: string } | undefined {
  const { targetMs } = view.show;
  if (targetMs === null) return undefined;
  const frames = view.runningOrder.totalFrames - framesOfMs(targetMs);
  const by = time(Math.abs(frames));
  return { frames, text: frames === 0 ? words.onTarget : frames > 0 ? words.over(by) : words.under(by) };
}
