import { describe, expect, it } from "vitest";
import type { Stem } from "./Stem";
import { StemPlayer } from "./StemPlayer";

/** A source of the stand-in, and when it sounds by its clock, in frames. */
interface Laid {
  from: number;
  at: number;
  offset: number;
  end: number;
  onended: (() => void) | null;
  over: boolean;
}

const rate = 1000;

/** An audio clock that is moved on by hand, and what was set on it. */
class Clock {
  currentTime = 0.4;
  readonly sampleRate = rate;
  readonly sets: Laid[] = [];

  createBufferSource() {
    const set: Laid = { from: 0, at: 0, offset: 0, end: 0, onended: null, over: false };
    return Object.assign(set, {
      connect: () => undefined,
      disconnect: () => undefined,
      start: (at: number, offset: number) => {
        const buffer = (set as unknown as { buffer: { length: number; from: number } }).buffer;
        set.from = buffer.from;
        [set.at, set.offset] = [at * rate, Math.round(offset * rate)];
        set.end = set.at + buffer.length - set.offset;
        this.sets.push(set);
      },
      stop: (at: number) => (set.end = Math.min(set.end, at * rate)),
    });
  }

  async on(frames: number) {
    this.currentTime += frames / rate;
    for (const set of this.sets.filter((s) => !s.over && s.end <= this.currentTime * rate)) {
      set.over = true;
      set.onended?.();
    }
    for (let n = 0; n < 20; n++) await Promise.resolve();
  }

  /** By frames of the clock, which frame of the stem sounds. */
  heard(): Map<number, number> {
    const heard = new Map<number, number>();
    for (const set of this.sets)
      for (let k = 0; k < Math.round(set.end - set.at); k++) {
        const at = Math.round(set.at) + k;
        heard.set(at, set.from + set.offset + k);
      }
    return heard;
  }
}

/** A stem on the clock, whose pieces take so many steps to be decoded. */
function stemOf(
  frames: number,
  loopFrom: number,
  pieceFrames: number,
  clock: Clock,
  slow: (piece: number) => number,
): Stem {
  const cut = (piece: number) =>
    ({
      length: Math.min(pieceFrames, frames - piece * pieceFrames),
      from: piece * pieceFrames,
    }) as unknown as AudioBuffer;
  return {
    frames,
    loopFrom,
    pieceFrames,
    ready: (piece) => (slow(piece) === 0 ? cut(piece) : undefined),
    decoded: async (piece) => {
      const due = clock.currentTime + slow(piece) / rate;
      while (clock.currentTime < due) await new Promise((later) => setTimeout(later, 0));
      return cut(piece);
    },
  };
}

describe("a playing stem", () => {
  it("plays every frame in order and loops, for any segment length", async () => {
    let seed = 7;
    const random = (most: number) => (seed = (seed * 48271) % 2147483647) % most;
    for (let n = 0; n < 60; n++) {
      const [frames, pieceFrames] = [1 + random(30_000), 700 + random(5_000)];
      const loopFrom = random(2) ? random(frames) : frames;
      if (frames - loopFrom < 300) continue;
      const clock = new Clock();
      const from = random(frames);
      let ended = 0;
      let began = -1;
      const told = { begun: (at: number) => (began = at), ended: () => ended++ };
      const player = new StemPlayer(
        clock as unknown as BaseAudioContext,
        stemOf(frames, loopFrom, pieceFrames, clock, () => 0),
        {} as AudioNode,
        told,
      );
      player.start(from);
      for (let step = 0; step < 40; step++) await clock.on(700 + random(900));
      const until = Math.round(clock.currentTime * rate) + 500;
      player.stop(until / rate);
      for (let step = 0; step < 8; step++) await clock.on(1_000);
      const heard = clock.heard();
      const first = Math.round(began * rate);
      expect(player.origin).toBeCloseTo((first - from) / rate, 9);
      const last = loopFrom < frames ? until : Math.min(until, first + frames - from);
      expect(heard.size).toBe(last - first);
      const wanted = (frame: number) =>
        frame < frames ? frame : loopFrom + ((frame - loopFrom) % (frames - loopFrom));
      expect([...heard].filter(([at, frame]) => frame !== wanted(from + at - first))).toEqual([]);
      expect(ended).toBe(1);
    }
  });

  it("catches up after a busy moment, and is silent if stopped before its start", async () => {
    const clock = new Clock();
    const told = { begun: () => undefined, ended: () => undefined };
    const stem = stemOf(40_000, 40_000, 4_000, clock, (piece) => (piece === 5 ? 11_000 : 0));
    const player = new StemPlayer(clock as unknown as BaseAudioContext, stem, {} as AudioNode, told);
    player.start(0);
    for (let step = 0; step < 80; step++) {
      await clock.on(500);
      await new Promise((later) => setTimeout(later, 0));
    }
    const heard = clock.heard();
    const first = Math.round((player.origin ?? 0) * rate);
    for (const [at, frame] of heard) expect(frame).toBe(at - first);
    expect(heard.size).toBeGreaterThan(30_000);
    expect(heard.size).toBeLessThan(40_000);

    const early = new Clock();
    const late = stemOf(9_000, 9_000, 4_000, early, () => 100);
    const never = new StemPlayer(early as unknown as BaseAudioContext, late, {} as AudioNode, told);
    never.start(0);
    never.stop(1);
    for (let step = 0; step < 10; step++) {
      await early.on(500);
      await new Promise((later) => setTimeout(later, 0));
    }
    expect(early.sets).toHaveLength(0);
  });
});
