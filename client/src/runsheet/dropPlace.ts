import type { DragEvent } from "react";
import { soundType } from "../show/dragTypes";
import { msOfFrames } from "../ui/format";
import { frameAt, gapAt, rowAt, stepAt, yOf, type Row } from "../strands/layout";
import { words } from "./words";

export const slidesType = "application/x-phonaris-slides";

/** The distance in pixels within which a sound snaps to the playhead, and to the line between two rows. */
const nearPlayhead = 9;
const onLine = 5;
/** The distance in pixels within which files are added at the line between two rows. */
const betweenRows = 12;

/** Where a dragged item would be dropped: a sound on a row, a step, a time, or between two rows; slides and decks between two rows. */
export type DropPlace =
  { kind: "row"; row: number; step: number; delayMs: number; y: number; words: string } | { kind: "gap"; gap: number };

/** Whether the dragged items are videos: before the drop, a browser tells only the types of files. */
const onlyVideos = ({ items }: DataTransfer) =>
  items.length > 0 && [...items].every((i) => i.kind === "file" && i.type.startsWith("video/"));

/** Whether a position is on the line between two rows, before the first, or after the last. */
function isOnLine(rows: readonly Row[], y: number): boolean {
  const row = rows[rowAt(rows, y)];
  return !row || y < row.top + betweenRows || y > row.top + row.height - betweenRows;
}

export function dropPlace(
  event: DragEvent,
  sheet: HTMLElement | null,
  rows: readonly Row[],
  bandsWidth: number,
  heard: number | undefined,
): DropPlace | undefined {
  const box = sheet?.getBoundingClientRect();
  if (!box) return undefined;
  const { types } = event.dataTransfer;
  const y = event.clientY - box.top;
  const item = types.includes(soundType);
  const videos = !item && onlyVideos(event.dataTransfer);
  if (videos && !isOnLine(rows, y)) return { kind: "row", row: rowAt(rows, y), step: 0, delayMs: 0, y, words: "" };
  if (!item)
    return types.includes(slidesType) || types.includes("Files") ? { kind: "gap", gap: gapAt(rows, y) } : undefined;
  const at = rowAt(rows, y);
  const row = rows[at];
  if (!row) return undefined;
  if (heard !== undefined && Math.abs(yOf(rows, heard) - y) < nearPlayhead) {
    const delayMs = msOfFrames(Math.max(0, frameAt(rows, yOf(rows, heard)) - row.startFrame));
    return { kind: "row", row: at, step: 0, delayMs, y: yOf(rows, heard), words: words.atPlayhead };
  }
  // Between two rows, it starts with the second.
  const coming = row.top + row.height - y < onLine ? at + 1 : y - row.top < onLine ? at : 0;
  const next = rows[coming];
  if (next && coming > 0 && !next.hidden)
    return { kind: "row", row: coming, step: 0, delayMs: 0, y: next.top, words: words.withSlide(next.number) };
  // Dropped beside the slides, a sound starts with the nearest step; on the slide itself, with the slide.
  const step = event.clientX > box.right - bandsWidth ? stepAt(row, y) : 0;
  const frame = row.stepFrames[step] ?? row.startFrame;
  return { kind: "row", row: at, step, delayMs: 0, y: yOf(rows, frame), words: step > 0 ? words.step(step + 1) : "" };
}
