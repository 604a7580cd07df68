import type { ShowView, SlideTime } from "../api/client";
import { framesPerSecond } from "../ui/format";

/** The layout of the rows: equal heights, or heights by hold. */
export type RowMode = "slide" | "time";

/** A slide's position on the sheet, in pixels from its top. A hidden slide has a low row and no time. */
export interface Row extends SlideTime {
  top: number;
  height: number;
  hidden: boolean;
}

export const evenHeight = 78;
const leastHeight = 44;
const hiddenHeight = 30;

/** The slides of a show in order with their times; hidden ones at the time they would begin. */
export function timesOf(
  slides: ShowView["show"]["slides"],
  order: ShowView["runningOrder"],
): (SlideTime & { hidden: boolean })[] {
  const shown = new Map(order.slides.map((s) => [s.slideId, s]));
  let at = 0;
  return slides.map((slide, index) => {
    const time = shown.get(slide.id);
    if (time) at = time.endFrame;
    return time
      ? { ...time, hidden: false }
      : {
          slideId: slide.id,
          index,
          number: index + 1,
          place: 0,
          startFrame: at,
          endFrame: at,
          stepFrames: [],
          hidden: true,
        };
  });
}

/** The slide shown at a frame; the last one after the end, undefined without slides. */
export const slideAt = (order: readonly SlideTime[], frame: number) =>
  order.find((s) => frame < s.endFrame) ?? order.at(-1);

/** Lays out the rows. By time, their average height is that of equal rows, but none is too low to read. */
export function layRows(times: readonly (SlideTime & { hidden: boolean })[], mode: RowMode): Row[] {
  const total = times.at(-1)?.endFrame ?? 0;
  const shown = times.filter((t) => !t.hidden).length;
  const perSecond = total > 0 ? (evenHeight * shown) / (total / framesPerSecond) : 0;
  let top = 0;
  return times.map((time) => {
    const long = ((time.endFrame - time.startFrame) / framesPerSecond) * perSecond;
    const height = time.hidden ? hiddenHeight : mode === "slide" ? evenHeight : Math.max(leastHeight, Math.round(long));
    const row = { ...time, top, height };
    top += height;
    return row;
  });
}

export const sheetHeight = (rows: readonly Row[]) => {
  const last = rows.at(-1);
  return last ? last.top + last.height : 0;
};

/** The index of the first row that satisfies a condition that all later ones satisfy too; the number of rows for none. */
function firstWhere(rows: readonly Row[], holds: (row: Row) => boolean): number {
  let [low, high] = [0, rows.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const row = rows[middle];
    if (row && holds(row)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The rows between two heights, including partial ones. */
export const rowsIn = (rows: readonly Row[], top: number, bottom: number) =>
  rows.slice(
    firstWhere(rows, (r) => r.top + r.height > top),
    firstWhere(rows, (r) => r.top >= bottom),
  );

/** The position of a frame on the sheet: time is linear within a row. */
export function yOf(rows: readonly Row[], frame: number): number {
  const row = rows[firstWhere(rows, (r) => frame < r.endFrame)] ?? rows.findLast((r) => !r.hidden);
  if (!row) return 0;
  const within = (frame - row.startFrame) / (row.endFrame - row.startFrame);
  return row.top + Math.max(0, Math.min(1, within)) * row.height;
}

/** The frame at a position on the sheet; the inverse. */
export function frameAt(rows: readonly Row[], y: number): number {
  const row = rows[rowAt(rows, y)];
  if (!row) return 0;
  const within = Math.max(0, Math.min(1, (y - row.top) / row.height));
  return Math.round(row.startFrame + within * (row.endFrame - row.startFrame));
}

/** The step of a row nearest to a position, from 0. */
export function stepAt(row: Row, y: number): number {
  const frame = row.startFrame + ((y - row.top) / row.height) * (row.endFrame - row.startFrame);
  const far = row.stepFrames.map((at) => Math.abs(at - frame));
  return Math.max(0, far.indexOf(Math.min(...far)));
}

/** The index of the row at a position; the nearest one beyond the ends. */
export function rowAt(rows: readonly Row[], y: number): number {
  return Math.min(
    rows.length - 1,
    firstWhere(rows, (r) => y < r.top + r.height),
  );
}

/** The row before which something dropped at a position goes: the nearer edge of the row there. */
export function gapAt(rows: readonly Row[], y: number): number {
  const at = rowAt(rows, y);
  const row = rows[at];
  return !row ? 0 : y > row.top + row.height / 2 ? at + 1 : at;
}
