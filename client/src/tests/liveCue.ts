import type { LiveCue } from "../live/engine/run";

/** A bed of a live plan, with some properties changed. */
export const liveCue = (id: string, name: string, change: Partial<LiveCue> = {}): LiveCue => ({
  id,
  cueId: id,
  name,
  kind: "bed",
  byHand: false,
  after: null,
  gapMs: 0,
  fadeIn: { ms: 1000, curve: "equalPower" },
  fadeOut: { ms: 2000, curve: "equalPower" },
  handoverMs: 2000,
  playsPastSpan: false,
  return: "startOver",
  duck: null,
  overDb: 0,
  lengthMs: null,
  lastNumber: 2,
  markers: [],
  video: null,
  ...change,
});
