import type { SlideTime } from "../api/client";
import { framesPerSecond } from "../ui/format";

/** How the rows are laid: of equal height, or as high as their hold. */
export type RowMode = "slide" | "time";

/** A slide's place on the sheet, in pixels from its top. */
export interface Row extends SlideTime {
  top: number;
  height: number;
}

export const evenHeight = 78;
const leastHeight = 44;

/** Lays the rows. By time, they are on average as high as even ones, but never too low to read. */
export function layRows(times: readonly SlideTime[], mode: RowMode): Row[] {
  const total = times.at(-1)?.endFrame ?? 0;
  const perSecond = total > 0 ? (evenHeight * times.length) / (total / framesPerSecond) : 0;
  let top = 0;
  return times.map((time) => {
    const long = ((time.endFrame - time.startFrame) / framesPerSecond) * perSecond;
    const height = mode === "slide" ? evenHeight : Math.max(leastHeight, Math.round(long));
    const row = { ...time, top, height };
    top += height;
    return row;
  });
}

export const sheetHeight = (rows: readonly Row[]) => {
  const last = rows.at(-1);
  return last ? last.top + last.height : 0;
};

/** Where a frame lies on the sheet: time runs evenly within a row. */
export function yOf(rows: readonly Row[], frame: number): number {
  const row = rows.find((r) => frame < r.endFrame) ?? rows.at(-1);
  if (!row) return 0;
  const within = (frame - row.startFrame) / (row.endFrame - row.startFrame);
  return row.top + Math.max(0, Math.min(1, within)) * row.height;
}

/** The position of the row at a height, the nearest one beyond the ends. */
export function rowAt(rows: readonly Row[], y: number): number {
  const found = rows.findIndex((r) => y < r.top + r.height);
  return found < 0 ? rows.length - 1 : found;
}
