import { describe, expect, it } from "vitest";
import type { SlideTime, StrandView } from "../../../api/client";
import { liveCue as cue } from "../../../tests/liveCue";
import { LiveRun, type LivePlace, type LivePlan } from "../../engine/run";
import type { Stage } from "../../engine/Stage";
import { cutStrand } from "./cutStrands";
import { carries, nextEffect, nextPlace } from "../../engine/nextEffect";
import { glide, progressOf, wayMs } from "./progress";
import { lineY, timelineRows } from "./rows";
import { lettersFor, pad, spaceOf } from "./space";

let seed = 11;
const random = (most: number) => (seed = (seed * 48271) % 2147483647) % most;

/** A running order of slides with some steps each, a second a step. */
function orderOf(steps: readonly number[], loop?: { start: number; exit: number | null }) {
  const times: SlideTime[] = [];
  const places: LivePlace[] = [];
  let at = 0;
  for (const [index, count] of steps.entries()) {
    const stepFrames = Array.from({ length: count }, (_, k) => (at + k) * 48_000);
    const slideId = `s${index}`;
    times.push({
      slideId,
      index,
      number: index + 1,
      place: index,
      startFrame: at * 48_000,
      endFrame: (at + count) * 48_000,
      stepFrames,
    });
    for (let step = 0; step < count; step++, at++)
      places.push({
        slideId,
        number: index + 1,
        step,
        atMs: at * 1000,
        stayMs: 1000,
        held: [],
        begins: [],
        ends: [],
        byHand: [],
        loopStart: null,
        loopExit: null,
        loops: false,
      });
  }
  if (loop)
    for (let p = loop.start; p < (loop.exit ?? places.length); p++)
      places[p] = { ...(places[p] as LivePlace), loopStart: loop.start, loopExit: loop.exit };
  return { times, places };
}

describe("the presenter timeline", () => {
  it("moves by the visit of its row or the waiting loop, and scrolls smoothly only nearby", () => {
    const { places } = orderOf([1, 1, 2, 1], { start: 0, exit: 2 });
    const on = (at: number, onPlaceMs: number) =>
      ({ places, place: () => places[at], onPlaceMs: () => onPlaceMs }) as unknown as Stage;
    expect([on(0, 500), on(1, 500), on(1, 9000), on(2, 250), on(3, 9000)].map(progressOf)).toEqual([
      0.25, 0.75, 1, 0.25, 1,
    ]);
    expect([on(0, 0), on(1, 0), on(2, 0)].map(wayMs)).toEqual([2000, 2000, 1000]);
    expect([glide(2000) !== "", glide(60_000)]).toEqual([true, ""]);
  });

  it("has the current row at its line, and all later rows below, ever smaller", () => {
    for (let n = 0; n < 200; n++) {
      const { times, places } = orderOf(Array.from({ length: 1 + random(30) }, () => 1 + random(random(4) ? 2 : 9)));
      const at = random(places.length);
      const height = 500 + random(700);
      const rows = timelineRows(places, times, at, { height, here: 300 + random(150) });
      const here = rows.find((r) => r.kind === "here");
      expect(here).toMatchObject({ top: lineY, place: at });
      expect(new Set(rows.map((r) => r.key)).size).toBe(rows.length);
      expect(rows[0]?.kind).toBe(at > 0 ? "before" : "here");
      for (const [i, row] of rows.entries()) {
        const next = rows[i + 1];
        if (!next) break;
        expect(next.place).toBe(row.lastPlace + 1);
        expect(next.startFrame).toBe(row.endFrame);
        if (row.kind !== "before") expect(next.top).toBeCloseTo(row.top + row.height, 6);
        if (row.kind === "slide") expect(next.height).toBeLessThanOrEqual(row.height);
      }
      const last = rows.at(-1);
      if (last?.kind === "slide") expect(last.top + last.height).toBeLessThanOrEqual(height + 1e-6);
    }
  });

  it("shows a waiting loop as one row, and the talk after it", () => {
    const { times, places } = orderOf([1, 2, 1, 1, 1], { start: 1, exit: 4 });
    const room = { height: 740, here: 420 };
    const rows = timelineRows(places, times, 2, room);
    expect(rows.map((r) => [r.kind, r.place, r.lastPlace])).toEqual([
      ["before", 1, 1],
      ["here", 2, 3],
      ["slide", 4, 4],
    ]);
    expect([rows[1]?.startFrame, rows[1]?.endFrame]).toEqual([48_000, 4 * 48_000]);
    expect(new Set(rows.map((r) => r.key)).size).toBe(3);
    expect((rows[2]?.top ?? 0) + (rows[2]?.height ?? 0)).toBe(740);
    // One that is never left.
    const endless = orderOf([1, 1], { start: 0, exit: null });
    expect(timelineRows(endless.places, endless.times, 1, room).map((r) => r.kind)).toEqual(["before", "here"]);
  });

  it("cuts strands at the edges of rows", () => {
    const { times, places } = orderOf([1, 4, 1, 1]);
    const rows = timelineRows(places, times, 2, { height: 700, here: 400 });
    const columns = 32;
    const part = (from: number, to: number) => ({
      slideId: "",
      fromFrame: from,
      toFrame: to,
      levels: Array.from({ length: columns + 1 }, (_, i) => from + ((to - from) * i) / columns),
      peaks: Array.from({ length: columns }, (_, i) => from + ((to - from) * (i + 0.5)) / columns),
    });
    const whole = times.map((t) => part(t.startFrame, t.endFrame));
    const strand = { cueId: "c", startFrame: 0, endFrame: 7 * 48_000, editPoints: [1, 60_000, 300_000], rows: whole };
    const cut = cutStrand(strand as unknown as StrandView, rows);
    expect([cut?.startFrame, cut?.endFrame]).toEqual([rows[0]?.startFrame, rows.at(-1)?.endFrame]);
    expect(cut?.editPoints).toEqual([60_000, 300_000]);
    for (const piece of cut?.rows ?? []) {
      expect(rows.some((r) => piece.fromFrame >= r.startFrame && piece.toFrame <= r.endFrame)).toBe(true);
      const column = (4 * 48_000) / columns;
      expect(Math.abs((piece.levels[0] ?? 0) - piece.fromFrame)).toBeLessThanOrEqual(column);
      expect(Math.abs((piece.levels.at(-1) ?? 0) - piece.toFrame)).toBeLessThanOrEqual(column);
      for (const [i, peak] of piece.peaks.entries()) {
        const at = piece.fromFrame + ((piece.toFrame - piece.fromFrame) * (i + 0.5)) / piece.peaks.length;
        expect(Math.abs(peak - at)).toBeLessThanOrEqual(column);
      }
    }
    expect(cutStrand({ ...strand, rows: [part(0, 100)] } as unknown as StrandView, rows.slice(1))).toBeUndefined();
  });

  it("has space for everything essential on every screen", () => {
    for (const [width, height] of [
      [1280, 744],
      [1920, 1024],
      [1024, 712],
      [820, 1124],
      [640, 344],
      [320, 200],
    ] as const)
      for (const letters of [14, 21, 30, 44])
        for (const aspect of [16 / 9, 4 / 3, 1]) {
          const space = spaceOf(width, height, aspect, letters);
          const beside = space.upright ? 0 : space.notes + pad;
          expect(space.picture.width + space.lanes + space.margin + 4 * pad + beside).toBeLessThanOrEqual(space.width);
          if (width >= 560) expect(space.width).toBe(width);
          expect(space.margin).toBeGreaterThanOrEqual(186);
          if (width === 1280 && aspect > 1.5) expect(space.picture.width).toBeGreaterThanOrEqual(560);
          // The row that is shown, what is above it, and one that comes.
          expect(lineY + space.picture.height + 108 + 36).toBeLessThanOrEqual(space.height);
        }
    const drawn = spaceOf(1920, 1024, 16 / 9, 26);
    expect(lettersFor(drawn.upright, drawn.notes)).toBeCloseTo(26, 0);
  });
});

describe("up next", () => {
  const { places } = orderOf([1, 1, 1, 1]);
  const with_ = (index: number, held: string[], begins: [string, number][]): LivePlace => ({
    ...(places[index] as LivePlace),
    held,
    begins: begins.map(([cueId, delayMs]) => ({ cueId, delayMs, startsHere: true })),
  });
  const plan: LivePlan = {
    handFadeMs: 1500,
    edge: { ms: 5, curve: "linear" },
    silenceFadeMs: 300,
    places: [
      with_(0, ["pad"], [["pad", 0]]),
      with_(1, ["pad", "owl"], [["owl", 1500]]),
      with_(2, ["reel"], [["reel", 0]]),
      with_(3, [], []),
    ],
    cues: [cue("pad", "Dusk Pad"), cue("reel", "Mill Reel"), cue("owl", "Owl", { kind: "spot", lengthMs: 3000 })],
  };

  it("is predicted exactly, without side effects", () => {
    const run = new LiveRun(plan);
    expect(nextEffect(run, 0, 0)).toEqual(["Dusk Pad starts"]);
    run.take({ kind: "goTo", place: 0, atMs: 0 });
    expect(nextEffect(run, 1, 10)).toEqual(["Owl starts 1.5 s later", "Dusk Pad continues"]);
    expect(nextEffect(run, 2, 10)).toEqual(["Dusk Pad crossfades", "Mill Reel starts"]);
    expect(nextEffect(run, 3, 10)).toEqual(["Dusk Pad fades out", "silence"]);
    expect([run.place, run.stateOf("pad").phase, run.stateOf("owl").phase]).toEqual([0, "sounding", "fresh"]);
    const [before] = run.take({ kind: "goTo", place: 2, atMs: 10 });
    expect(before).toMatchObject({ cueId: "pad", kind: "stop", by: "reel" });
    expect(nextEffect(run, 2, 20)).toEqual(["Mill Reel continues"]);
    // What is about to begin is no silence.
    const late = new LiveRun({ ...plan, places: [with_(0, ["owl"], [["owl", 1500]]), with_(1, ["owl"], [])] });
    late.take({ kind: "goTo", place: 0, atMs: 0 });
    expect(nextEffect(late, 1, 10)).toEqual([]);
  });

  it("includes how far a sound plays, by slides or by its own end", () => {
    const run = new LiveRun(plan);
    run.take({ kind: "goTo", place: 0, atMs: 0 });
    expect(carries(run, "pad", 400, 400)).toBe("through slide 2, about 0:01");
    run.take({ kind: "goTo", place: 1, atMs: 1000 });
    expect(carries(run, "pad", 1000, 0)).toBe("through this slide");
    expect(carries(run, "owl", 1000, 0)).toBe("0:02 left");
  });

  it("is the talk after a waiting loop, and nothing at the end", () => {
    const loop = orderOf([1, 1, 1], { start: 0, exit: 2 });
    expect([0, 1, 2].map((at) => nextPlace(loop.places, at))).toEqual([2, 2, undefined]);
    expect([0, 3].map((at) => nextPlace(places, at))).toEqual([1, undefined]);
  });
});
