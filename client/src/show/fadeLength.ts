import { snap } from "../ui/useDragValue";

const stepMs = 100;

/** A valid fade length in milliseconds: whole tenths of a second, no longer than what it fades. */
export const fadeLength = (ms: number, longestMs = Infinity) =>
  snap(ms, stepMs, 0, Math.floor(longestMs / stepMs) * stepMs);
