import { describe, expect, it } from "vitest";
import { cue, slide, sound, viewOf } from "../tests/show";
import { layOutStrands, narrowBands } from "../strands/bands";
import { labelled, labelLine } from "./labels";
import { layRows, rowsIn, timesOf } from "../strands/layout";
import { moveTo, shifted, spanOf } from "./strandMoves";

// Six slides of 4 s, the third with steps at 0, 1 and 2 s, the fifth hidden. Rows are 78 px high, a hidden one 30.
const steps = [0, 1000, 2000].map((offsetMs, k) => ({ id: `t${k}`, label: "", offsetMs, picture: null }));
const view = viewOf({
  slides: [1, 2, 3, 4, 5, 6].map((n) => slide(n, n === 3 ? { steps } : n === 5 ? { hidden: true } : {})),
  sounds: [sound("pad")],
});
const order = {
  ...view.runningOrder,
  slides: view.runningOrder.slides.map((s) =>
    s.slideId === "s3" ? { ...s, stepFrames: [0, 1, 2].map((k) => s.startFrame + k * 48_000) } : s,
  ),
};
const rows = layRows(timesOf(view.show.slides, order), "slide");
const own = cue("c", "pad", { span: { first: "s2", last: "s3" } });

describe("dragging an end of a strand", () => {
  const to = (grip: "first" | "last" | "whole", y: number, free = false) =>
    moveTo(view, rows, own, grip, y, 100, free)?.edits;

  it("moves it to another slide, up to its other end", () => {
    expect(to("last", 3 * 78 + 60)).toEqual([{ kind: "setSpan", cueId: "c", span: { first: "s2", last: "s4" } }]);
    expect(to("last", 10)).toEqual([{ kind: "setSpan", cueId: "c", span: { first: "s2", last: "s2" } }]);
    expect(to("first", 10)).toEqual([{ kind: "setSpan", cueId: "c", span: { first: "s1", last: "s3" } }]);
    expect(to("last", 2 * 78 + 70)).toEqual([]);
  });

  it("snaps to steps, and back to the slide", () => {
    const start = { kind: "step", stepId: "t1", cueId: null };
    expect(to("first", 2 * 78 + 22)).toEqual([
      { kind: "setSpan", cueId: "c", span: { first: "s3", last: "s3" } },
      { kind: "setStart", cueId: "c", start },
    ]);
    expect(to("last", 2 * 78 + 38)).toEqual([{ kind: "setStop", cueId: "c", stop: "step", stepId: "t2", offsetMs: 0 }]);
    const stepped = cue("c", "pad", { span: { first: "s3", last: "s3" }, start: { ...start, kind: "step" } });
    expect(moveTo(view, rows, stepped, "first", 78 + 5, 200, false)?.edits.at(-1)).toEqual({
      kind: "setStart",
      cueId: "c",
      start: { kind: "slide", stepId: null, cueId: null },
    });
  });

  it("moves freely without snapping", () => {
    expect(to("first", 78 + 39, true)).toEqual([{ kind: "setDelay", cueId: "c", delayMs: 2000 }]);
    expect(to("last", 2 * 78 + 39, true)).toEqual([
      { kind: "setStop", cueId: "c", stop: "span", stepId: null, offsetMs: -2000 },
    ]);
  });

  it("does not move manual starts, or ends that play past their slides", () => {
    const byHand = cue("c", "pad", { ...own, start: { kind: "hand", stepId: null, cueId: null }, stop: "finished" });
    const kinds = (grip: "first" | "last", y: number) =>
      moveTo(view, rows, byHand, grip, y, 100, false)?.edits.map((e) => e.kind);
    expect(kinds("first", 2 * 78 + 22)).toEqual(["setSpan"]);
    expect(kinds("last", 3 * 78 + 5)).toEqual(["setSpan"]);
  });

  it("moves the whole, within the show", () => {
    expect(to("whole", 100 + 78)).toEqual([{ kind: "setSpan", cueId: "c", span: { first: "s3", last: "s4" } }]);
    expect(shifted(rows, own, spanOf(rows, own), -9)?.edits).toEqual([
      { kind: "setSpan", cueId: "c", span: { first: "s1", last: "s2" } },
    ]);
    expect(shifted(rows, own, spanOf(rows, own), 9)).toMatchObject({ first: 4, last: 5 });
  });
});

it("draws only visible rows", () => {
  expect(rowsIn(rows, 100, 240).map((r) => r.slideId)).toEqual(["s2", "s3", "s4"]);
  expect(rowsIn(rows, -50, 10).map((r) => r.slideId)).toEqual(["s1"]);
  expect(rowsIn(rows, 9999, 10_000)).toEqual([]);
});

it("places labels without overlaps", () => {
  let seed = 7;
  const random = (below: number) => (seed = (seed * 16_807) % 2_147_483_647) % below;
  for (let time = 0; time < 200; time++) {
    const layout = Array.from({ length: 1 + random(12) }, () => {
      const lane = random(3);
      const top = random(300);
      return { kind: random(2) ? "spot" : "voice", x: 14 + 18 * lane, full: 7, labelX: 61, room: 35, top };
    });
    const laid = labelled(layout);
    for (const [i, one] of laid.entries())
      for (const other of laid.slice(i + 1).filter((o) => o.kind === one.kind)) {
        const [above, below] = one.labelTop <= other.labelTop ? [one, other] : [other, one];
        expect(above.labelTop + above.labelHeight).toBeLessThanOrEqual(below.labelTop);
        expect(above.labelHeight).toBeGreaterThanOrEqual(labelLine);
      }
  }
});

it("places strands side by side only if they play together, and a crossfaded one in line", () => {
  const strand = (cueId: string, from: number, to: number, crossfadesFrom: string | null = null) => ({
    cueId,
    startFrame: from * 48_000,
    endFrame: to * 48_000,
    editPoints: [],
    rows: [],
    byHand: false,
    tailFrom: null,
    crossfadesFrom,
    replacedBy: null,
    handoverEnd: null,
    heardTo: 0,
    holdOf: null,
    video: null,
  });
  const names = ["a", "b", "c", "d"];
  const layout = layOutStrands(
    [strand("a", 0, 6), strand("b", 4, 9, "a"), strand("c", 20, 25), strand("d", 22, 30)],
    names.map((n) => cue(n, n)),
    names.map((n) => sound(n)),
    narrowBands,
  );
  const x = Object.fromEntries(layout.map((h) => [h.strand.cueId, h.x]));
  expect(x.a).toBe(x.b);
  expect(x.d).toBeGreaterThan(x.c ?? 0);
  expect(layout[0]?.room).toBeGreaterThan(layout[2]?.room ?? 0);
});
