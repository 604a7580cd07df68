import type { DragEvent } from "react";
import { soundType } from "../show/dragTypes";
import { msOfFrames } from "../ui/format";
import { frameAt, gapAt, rowAt, stepAt, yOf, type Row } from "../strands/layout";
import { words } from "./words";

export const slidesType = "application/x-phonaris-slides";

/** Within so many pixels of the playhead a sound is dropped on it, and within so many of the line between two rows on that. */
const nearPlayhead = 9;
const onLine = 5;
/** Files let go within so many pixels of the line between two rows go in there. */
const betweenRows = 12;

/** Where something held over the sheet would go: a sound on a row, a step, a moment, or between two rows; slides and decks between two rows. */
export type DropPlace =
  { kind: "row"; row: number; step: number; delayMs: number; y: number; words: string } | { kind: "gap"; gap: number };

/** Whether what is held are videos: before they are let go, a browser tells only what kind files are of. */
const onlyVideos = ({ items }: DataTransfer) =>
  items.length > 0 && [...items].every((i) => i.kind === "file" && i.type.startsWith("video/"));

/** Whether a place is on the line between two rows, before the first, or behind the last. */
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
  // Between two rows it begins as the second comes.
  const coming = row.top + row.height - y < onLine ? at + 1 : y - row.top < onLine ? at : 0;
  const next = rows[coming];
  if (next && coming > 0 && !next.hidden)
    return { kind: "row", row: coming, step: 0, delayMs: 0, y: next.top, words: words.withSlide(next.number) };
  // Beside the slides a sound falls on the nearest step; on the slide itself, on the slide.
  const step = event.clientX > box.right - bandsWidth ? stepAt(row, y) : 0;
  const frame = row.stepFrames[step] ?? row.startFrame;
  return { kind: "row", row: at, step, delayMs: 0, y: yOf(rows, frame), words: step > 0 ? words.step(step + 1) : "" };
}
