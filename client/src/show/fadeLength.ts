import { snap } from "../ui/useDragValue";

const stepMs = 100;

/** A fade's length in milliseconds as it can be set: in tenths of a second, no longer than what it fades. */
export const fadeLength = (ms: number, longestMs = Infinity) =>
  snap(ms, stepMs, 0, Math.floor(longestMs / stepMs) * stepMs);
