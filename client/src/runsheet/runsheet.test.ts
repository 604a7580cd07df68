import { describe, expect, it } from "vitest";
import type { StrandView } from "../api/client";
import { evenHeight, layRows, rowAt, sheetHeight, yOf } from "../strands/layout";
import { soundType } from "../show/dragTypes";
import { dropPlace, slidesType } from "./dropPlace";
import { clickSlide } from "../show/selection";
import { outlinePath, strandPlace } from "../strands/strandShape";

const second = 48_000;
const times = [10, 30, 2].reduce<Parameters<typeof layRows>[0][number][]>((all, hold, i) => {
  const startFrame = all.at(-1)?.endFrame ?? 0;
  return [
    ...all,
    {
      slideId: `s${i}`,
      index: i,
      number: i + 1,
      place: i,
      startFrame,
      endFrame: startFrame + hold * second,
      stepFrames: [startFrame],
      hidden: false,
    },
  ];
}, []);

describe("a drop on the sheet", () => {
  const rows = layRows(times, "slide").map((r) => (r.number === 1 ? { ...r, stepFrames: [0, 4 * second] } : r));
  const bands = 300;
  const dropped = (type: string, clientX: number, clientY: number, heard?: number, files: readonly string[] = []) => {
    const sheet = { getBoundingClientRect: () => ({ top: 100, right: 1000 }) } as HTMLElement;
    const event = {
      clientX,
      clientY: clientY + 100,
      dataTransfer: { types: [type], items: files.map((f) => ({ kind: "file", type: f })) },
    };
    return dropPlace(event as unknown as Parameters<typeof dropPlace>[0], sheet, rows, bands, heard);
  };
  const [beside, on] = [800, 300];

  it("places a sound on a slide, a step, between two rows, or at the play position", () => {
    // The second step comes after 4 of the slide's 10 seconds.
    expect(dropped(soundType, on, 35)).toMatchObject({ row: 0, step: 0, delayMs: 0, words: "" });
    expect(dropped(soundType, beside, 35)).toMatchObject({ row: 0, step: 1, words: "step 2", y: 0.4 * evenHeight });
    for (const y of [evenHeight - 3, evenHeight + 3])
      expect(dropped(soundType, beside, y)).toMatchObject({
        row: 1,
        step: 0,
        y: evenHeight,
        words: "with slide 2",
      });
    expect(dropped(soundType, beside, 1)).toMatchObject({ row: 0, step: 0 });
    // Heard at 6 s: six tenths down the first row.
    expect(dropped(soundType, beside, 0.6 * evenHeight + 4, 6 * second)).toMatchObject({ row: 0, delayMs: 6000 });
  });

  it("inserts slides between two rows, at the nearer edge", () => {
    expect(dropped(slidesType, on, evenHeight * 0.4)).toEqual({ kind: "gap", gap: 0 });
    expect(dropped(slidesType, on, evenHeight * 0.6)).toEqual({ kind: "gap", gap: 1 });
    expect(dropped("text/plain", on, 10)).toBeUndefined();
  });

  it("places videos on a slide, and inserts them between rows with other files", () => {
    expect(dropped("Files", on, evenHeight * 0.4, undefined, ["video/mp4"])).toMatchObject({ kind: "row", row: 0 });
    expect(dropped("Files", on, evenHeight + 3, undefined, ["video/mp4"])).toEqual({ kind: "gap", gap: 1 });
    expect(dropped("Files", on, evenHeight * 0.4, undefined, ["video/mp4", "image/png"])).toEqual({
      kind: "gap",
      gap: 0,
    });
  });
});

describe("layout", () => {
  it("has equal rows by slide, and heights by hold by time", () => {
    expect(layRows(times, "slide").map((r) => r.height)).toEqual([evenHeight, evenHeight, evenHeight]);
    // 42 s over three rows of 78 px: 5.57 px a second; the last would be 11 px high.
    expect(layRows(times, "time").map((r) => r.height)).toEqual([56, 167, 44]);
  });

  it("converts between frames and rows", () => {
    const rows = layRows(times, "slide");
    expect(yOf(rows, 5 * second)).toBe(evenHeight / 2);
    expect(yOf(rows, 25 * second)).toBe(1.5 * evenHeight);
    expect(yOf(rows, 99 * second)).toBe(sheetHeight(rows));
    for (const row of rows) expect(rows[rowAt(rows, row.top + 1)]).toBe(row);
    expect(rowAt(rows, 9999)).toBe(2);
  });
});

describe("strand", () => {
  const strand: StrandView = {
    cueId: "c",
    startFrame: 10 * second,
    endFrame: 10 * second + 4800,
    editPoints: [],
    byHand: false,
    tailFrom: null,
    crossfadesFrom: null,
    replacedBy: null,
    handoverEnd: null,
    heardTo: 0,
    rows: [
      { slideId: "s1", fromFrame: 10 * second, toFrame: 10 * second + 4800, levels: [-90, 0, -24], peaks: [1, 1] },
    ],
  };

  it("is never too short to drag", () => {
    const place = strandPlace(strand, layRows(times, "slide"));
    expect(place.bottom - place.top).toBe(20);
  });

  it("is as wide as its level: a hairline, full, and half", () => {
    const place = strandPlace(strand, layRows(times, "slide"));
    const xs = [...outlinePath(strand, place, 100, 20).matchAll(/(\d+\.\d) \d+\.\d/g)].map((m) => Number(m[1]));
    expect(xs).toEqual([100.8, 120, 110, 90, 80, 99.3]);
  });
});

describe("selection", () => {
  const order = ["a", "b", "c", "d"];
  const none = { shiftKey: false, ctrlKey: false, metaKey: false };

  it("selects one, adds, removes, and extends", () => {
    const one = clickSlide(undefined, order, "b", none);
    expect(one).toEqual({ slideIds: ["b"] });
    expect(clickSlide(one, order, "d", { ...none, ctrlKey: true })).toEqual({ slideIds: ["b", "d"] });
    expect(clickSlide(one, order, "b", { ...none, ctrlKey: true })).toEqual({ slideIds: [] });
    expect(clickSlide(one, order, "d", { ...none, shiftKey: true })).toEqual({ slideIds: ["b", "c", "d"] });
  });
});
