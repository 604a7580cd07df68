import { describe, expect, it } from "vitest";
import { liveCue } from "../../tests/liveCue";
import type { CueState } from "./run";
import type { Stage } from "./Stage";
import { seenNow, videosAt } from "./videos";

const second = 48_000;
const box = { x: 0, y: 0, width: 1, height: 1, partX: 0, partY: 0, partWidth: 1, partHeight: 1 };
const place = { x: 0, y: 0, width: 1, height: 1, fitting: "inside" as const, hiddenBefore: false, crop: null };

/** A video on the second and third place, from a second into its file on, three seconds long. */
const clip = (atEnd: "keepsLast" | "backToFirst" | "leaves" = "keepsLast", hiddenBefore = false) => {
  const video = {
    file: "m",
    place: { ...place, atEnd, hiddenBefore },
    box,
    firstPlace: 1,
    lastPlace: 2,
    runs: [{ fromFrame: 0, toFrame: 3 * second, fileFrame: second, speed: 1 }],
  };
  return { ...liveCue("v", "Clip", { kind: "video", byHand: true }), video };
};

/** As much of a stage as is asked. */
const stage = (
  state: Partial<CueState>,
  more: {
    at?: number;
    held?: number;
    moves?: boolean;
    loopFrom?: number;
    stopped?: { ms: number; heard: boolean };
  } = {},
) =>
  ({
    run: { stateOf: () => ({ phase: "fresh", startMs: 0, fromMs: 0, ...state }) },
    view: {
      plan: { cues: [clip(), liveCue("bed", "Pad")] },
      stems: [{ cueIds: ["v"], frames: 3 * second, loopFrom: more.loopFrom ?? 3 * second }],
    },
    heldMs: () => more.held,
    heardMs: () => more.at,
    stoppedMs: () => more.stopped,
    moves: () => more.moves ?? true,
  }) as unknown as Stage;

describe("a video in a talk", () => {
  it("is visible on its slides only", () => {
    expect([0, 1, 2, 3].map((at) => videosAt(stage({}), at).length)).toEqual([0, 1, 1, 0]);
  });

  it("waits on its first picture, or is hidden", () => {
    expect(seenNow(stage({}), clip())).toEqual({ fileFrame: second, speed: 0 });
    expect(seenNow(stage({ phase: "waiting" }), clip("keepsLast", true))).toBeUndefined();
  });

  it("moves with its sound, and stops when that or everything is paused", () => {
    const sounding = { phase: "sounding" as const };
    expect(seenNow(stage(sounding, { at: 500 }), clip())).toEqual({ fileFrame: 1.5 * second, speed: 1 });
    expect(seenNow(stage(sounding, { at: 500, moves: false }), clip())).toEqual({ fileFrame: 1.5 * second, speed: 0 });
    expect(seenNow(stage(sounding, { at: 900, held: 700 }), clip())).toEqual({ fileFrame: 1.7 * second, speed: 0 });
    // Round and round: after four seconds of three, it is one second in again.
    expect(seenNow(stage(sounding, { at: 4000, loopFrom: 0 }), clip())).toEqual({ fileFrame: 2 * second, speed: 1 });
  });

  it("ends as set, and stops where it was silenced", () => {
    const over = stage({ phase: "over" });
    expect(seenNow(over, clip())?.fileFrame).toBe(4 * second - 1);
    expect(seenNow(over, clip("backToFirst"))?.fileFrame).toBe(second);
    expect(seenNow(over, clip("leaves"))).toBeUndefined();
  });

  it("continues during its fade-out, and stops after it", () => {
    const sent = (ms: number, heard: boolean, phase: "over" | "left" = "over") =>
      stage({ phase, fromMs: 1000 }, { stopped: { ms, heard } });
    expect(seenNow(sent(1200, true), clip("leaves"))).toEqual({ fileFrame: 105_600, speed: 1 });
    expect(seenNow(sent(1500, false), clip())).toEqual({ fileFrame: 2.5 * second, speed: 0 });
    expect(seenNow(sent(1500, false), clip("leaves"))).toBeUndefined();
    // Its slide revisited, it waits to begin again, or to go on.
    expect(seenNow(sent(1500, false, "left"), clip())?.fileFrame).toBe(second);
    expect(seenNow(sent(1500, false, "left"), { ...clip(), return: "pickUp" })?.fileFrame).toBe(2.5 * second);
  });
});
