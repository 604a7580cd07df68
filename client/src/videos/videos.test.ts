import { describe, expect, it } from "vitest";
import { follow } from "./follow";
import { movesBetween, seenAt, type ShownVideo } from "./seen";

const second = 48_000;

/** A video on a slide from 10 s to 20 s, which moves from 12 s on: two rounds of 3 s of its file; at its end it is seen no more. */
const video: ShownVideo = {
  cueId: "v",
  media: "m",
  startFrame: 12 * second,
  standsFor: second,
  box: { x: 0, y: 0, width: 1, height: 1, partX: 0, partY: 0, partWidth: 1, partHeight: 1 },
  runs: [
    { fromFrame: -2 * second, toFrame: 0, fileFrame: second, speed: 0 },
    { fromFrame: 0, toFrame: 3 * second, fileFrame: second, speed: 1 },
    { fromFrame: 3 * second, toFrame: 6 * second, fileFrame: second, speed: 1 },
  ],
};

describe("what is seen of a video", () => {
  it("stands, moves round, and is gone", () => {
    expect(seenAt(video, 9 * second)).toBeUndefined();
    expect(seenAt(video, 11 * second)).toEqual({ fileFrame: second, speed: 0 });
    expect(seenAt(video, 13 * second)).toEqual({ fileFrame: 2 * second, speed: 1 });
    expect(seenAt(video, 16 * second)).toEqual({ fileFrame: 2 * second, speed: 1 });
    expect(seenAt(video, 19 * second)).toBeUndefined();
  });

  it("is told for how long of its slide", () => {
    const slide = { startFrame: 10 * second, endFrame: 16 * second };
    expect(movesBetween([video], slide)).toEqual({ from: 12 * second, to: 16 * second });
    expect(movesBetween([{ ...video, runs: video.runs.slice(0, 1) }], slide)).toBeUndefined();
  });
});

/** As much of an element that plays as is asked of it. */
const element = (at: number, playing: boolean) => {
  const made = {
    currentTime: at,
    playbackRate: 1,
    paused: !playing,
    seeking: false,
    readyState: 4,
    pause: () => (made.paused = true),
    play: () => Promise.resolve((made.paused = false)),
  };
  return made as unknown as HTMLVideoElement;
};

describe("following the sound", () => {
  it("stands where it is to stand", () => {
    const playing = element(1, true);
    follow(playing, { fileFrame: 2 * second, speed: 0 });
    expect([playing.paused, playing.currentTime]).toEqual([true, 2]);
  });

  it("catches up by its speed, leaps where it is far off, and is left alone where it is near", () => {
    const behind = element(1, true);
    follow(behind, { fileFrame: 1.05 * second, speed: 1 });
    expect(behind.currentTime).toBe(1);
    expect(behind.playbackRate).toBeGreaterThan(1.05);
    behind.currentTime = 1.1;
    follow(behind, { fileFrame: 1.1 * second, speed: 1 });
    expect(behind.playbackRate).toBe(1);

    const far = element(1, true);
    follow(far, { fileFrame: 5 * second, speed: 1 });
    expect(far.currentTime).toBeCloseTo(5.06, 3);

    const near = element(1, true);
    follow(near, { fileFrame: 1.01 * second, speed: 1 });
    expect([near.currentTime, near.playbackRate]).toEqual([1, 1]);

    const stopped = element(1, false);
    follow(stopped, { fileFrame: second, speed: 2 });
    expect([stopped.paused, stopped.playbackRate]).toEqual([false, 2]);
  });
});
