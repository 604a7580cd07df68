import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { ChunkPlayer, type FetchChunk } from "./ChunkPlayer";

/** An audio clock that the test moves, and a record of what was scheduled on it. */
class Clock {
  static now = 0;
  static started: { at: number; offset: number; stopped?: number }[] = [];
  get currentTime() {
    return Clock.now;
  }
  destination = {};
  resume = () => Promise.resolve();
  suspend = () => Promise.resolve();
  createAnalyser = () => ({ connect: (next: object) => next, getFloatTimeDomainData: () => undefined });
  createBuffer = () => ({ copyToChannel: () => undefined });
  createGain = () => ({
    connect: () => undefined,
    gain: { setValueAtTime: () => undefined, linearRampToValueAtTime: () => undefined },
  });
  createBufferSource() {
    const entry: (typeof Clock.started)[number] = { at: 0, offset: 0 };
    return {
      buffer: null,
      connect: (next: object) => next,
      start: (at: number, offset: number) => Clock.started.push(Object.assign(entry, { at, offset })),
      stop: (at?: number) => (entry.stopped = at ?? Clock.now),
    };
  }
}

beforeEach(() => {
  Clock.now = 100;
  Clock.started = [];
  vi.stubGlobal("AudioContext", Clock);
});
afterEach(() => vi.unstubAllGlobals());

const chunk = (tag: string) => ({ samples: new Float32Array(48_000), tag });

it("joins chunks to the sample on the audio clock", async () => {
  const player = new ChunkPlayer((n) => Promise.resolve(n < 9 ? chunk(`t${n}`) : "end"));
  await player.play(1.25 * 48_000);
  const [first, second, third] = Clock.started;
  expect(first?.offset).toBeCloseTo(0.25, 9);
  expect(second && first && second.at - first.at).toBeCloseTo(0.25, 9);
  expect(third && second && (third.at - second.at) * 48_000).toBeCloseTo(24_000, 4);
  Clock.now = (first?.at ?? 0) + 0.25;
  expect(player.position() / 48_000).toBeCloseTo(1.5, 6);
  player.stop();
  expect(player.position() / 48_000).toBeCloseTo(1.5, 6);
});

it("replaces only the chunks that changed, where they are", async () => {
  let edited = false;
  const fetch: FetchChunk = (n, tag) =>
    Promise.resolve(edited && n === 1 ? chunk("new") : tag ? "same" : n < 9 ? chunk(`t${n}`) : "end");
  const player = new ChunkPlayer(fetch);
  await player.play(0);
  const before = Clock.started.length;
  const second = Clock.started[1];
  Clock.now = (second?.at ?? 0) + 0.3;
  edited = true;
  await player.refresh();
  const added = Clock.started.slice(before).filter((s) => s.offset > 0);
  expect(added).toHaveLength(1);
  expect((added[0]?.at ?? 0) - (added[0]?.offset ?? 0)).toBeCloseTo(second?.at ?? 0, 9);
  expect(second?.stopped).toBeCloseTo((added[0]?.at ?? 0) + 0.005, 9);
  expect(Clock.started.filter((s) => s.stopped !== undefined)).toHaveLength(1);
});

it("renews later chunks in order, and discards outdated ones", async () => {
  let edit = 0;
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  const fetch: FetchChunk = (n, tag, signal) => {
    if (n >= 5) return Promise.resolve("end");
    if (edit === 0) return Promise.resolve(chunk(`t${n}`));
    const now = edit;
    asked.push(`${now}:${n}`);
    if (n > 0 || now > 1) return Promise.resolve(tag === `e${now}` ? "same" : chunk(`e${now}`));
    // The first edit makes a sound that has to be worked out.
    return new Promise((done, broken) => {
      waiting.push(() => done(chunk("too late")));
      signal.addEventListener("abort", () => broken(new Error("aborted")));
    });
  };
  const player = new ChunkPlayer(fetch);
  await player.play(0);
  edit = 1;
  const slow = player.refresh();
  await vi.waitFor(() => expect(asked).toEqual(["1:0", "1:1", "1:2", "1:3", "1:4"]));
  const before = Clock.started.length;
  edit = 2;
  await player.refresh();
  waiting.forEach((go) => go());
  await slow;
  // Once for each chunk that lies ahead, by the later edit only.
  expect(Clock.started.length - before).toBe(5);
  expect(asked.slice(5)).toEqual(["2:0", "2:1", "2:2", "2:3", "2:4"]);
});

it("fetches pending chunks again after a change", async () => {
  let edited = false;
  let deliver: () => void = () => undefined;
  const asked: number[] = [];
  const fetch: FetchChunk = (n, tag) => {
    if (!tag) asked.push(n);
    if (n >= 4) return Promise.resolve("end");
    if (edited || n < 2) return Promise.resolve(chunk(edited ? "new" : "old"));
    return new Promise((done) => (deliver = () => done(chunk("old"))));
  };
  const player = new ChunkPlayer(fetch);
  const playing = player.play(0);
  await vi.waitFor(() => expect(asked).toEqual([0, 1, 2]));
  edited = true;
  await player.refresh();
  deliver();
  await playing;
  expect(asked).toEqual([0, 1, 2, 2, 3, 4]);
});

it("renews earlier chunks first", async () => {
  let edited = false;
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  const fetch: FetchChunk = (n, tag) => {
    asked.push(tag ? `again ${n}` : `${n}`);
    if (n >= 4) return Promise.resolve("end");
    const answer = chunk(edited ? "new" : "old");
    if ((edited && n > 0) || (!edited && n < 2)) return Promise.resolve(answer);
    return new Promise((done) => waiting.push(() => done(answer)));
  };
  const player = new ChunkPlayer(fetch);
  const playing = player.play(0);
  await vi.waitFor(() => expect(asked).toEqual(["0", "1", "2"]));
  edited = true;
  const refreshed = player.refresh();
  // What was on its way comes while the first chunk is still worked out again.
  waiting.shift()?.();
  await playing;
  expect(asked.slice(3)).toEqual(["again 0"]);
  await vi.waitFor(() => expect(asked.slice(4)).toEqual(["again 1"]));
  waiting.shift()?.();
  await refreshed;
  expect(asked.slice(5)).toEqual(["2", "3", "4"]);
});

it("stops at the end of its range", async () => {
  const player = new ChunkPlayer((n) => Promise.resolve(n < 9 ? chunk(`t${n}`) : "end"));
  await player.play(0, 0.75 * 48_000);
  expect((Clock.started[1]?.stopped ?? 0) - (Clock.started[1]?.at ?? 0)).toBeCloseTo(0.25, 9);
});

it("reports a stalled audio clock until it moves", async () => {
  vi.useFakeTimers();
  const player = new ChunkPlayer((n) => Promise.resolve(n < 9 ? chunk(`t${n}`) : "end"));
  await player.play(0);
  vi.advanceTimersByTime(1600);
  expect(player.isStalled()).toBe(true);
  Clock.now += 0.5;
  vi.advanceTimersByTime(1500);
  expect(player.isStalled()).toBe(false);
  vi.advanceTimersByTime(1500);
  player.stop();
  expect(player.isStalled()).toBe(false);
  vi.useRealTimers();
});

it("plays without a gap when the show becomes longer", async () => {
  let chunks = 3;
  const asked: number[] = [];
  const player = new ChunkPlayer((n, tag) => {
    if (!tag) asked.push(n);
    return Promise.resolve(n < chunks ? (tag ? "same" : chunk(`t${n}`)) : "end");
  });
  await player.play(0);
  expect(asked).toEqual([0, 1, 2, 3]);
  chunks = 6;
  await player.refresh();
  chunks = 2;
  await player.refresh();
  chunks = 6;
  await player.refresh();
  // Each that there is was asked for, and sounds in its place.
  const places = Clock.started
    .filter((s) => s.stopped === undefined)
    .map((s) => Math.round((s.at - s.offset - 100.06) / 0.5));
  expect(places.toSorted()).toEqual([0, 1, 2, 3, 4, 5]);
});

it("reports why the first chunk cannot be loaded", async () => {
  const failed = vi.fn();
  const player = new ChunkPlayer(() => Promise.reject(new Error("away")), failed);
  await player.play(48_000);
  expect(failed).toHaveBeenCalledTimes(1);
  expect([player.playing(), player.position()]).toEqual([false, 48_000]);
});
