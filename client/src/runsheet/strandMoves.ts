import type { Cue, Edit, ShowView } from "../api/client";
import { framesOfMs, msOfFrames } from "../ui/format";
import { frameAt, rowAt, stepAt, type Row } from "../strands/layout";
import { words } from "./words";

export type Grip = "first" | "last" | "whole";

/** The rows a cue covers, by index. */
export interface SpanRows {
  first: number;
  last: number;
}

/** Where a dragged strand would go: its rows, its ends as heights, a description, and the edits. */
export interface Move extends SpanRows {
  top: number;
  bottom: number;
  words: string;
  edits: readonly Edit[];
}

export function spanOf(rows: readonly Row[], cue: Cue): SpanRows {
  const first = rows.findIndex((r) => r.slideId === cue.span?.first);
  const last = rows.findIndex((r) => r.slideId === cue.span?.last);
  return { first: Math.max(0, first), last: Math.max(0, last) };
}

/** The result of dragging a handle of a strand to a height. Ends snap to slides and steps or, when free, to nothing. */
export function moveTo(
  view: ShowView,
  rows: readonly Row[],
  cue: Cue,
  grip: Grip,
  y: number,
  from: number,
  free: boolean,
): Move | undefined {
  const span = spanOf(rows, cue);
  if (grip === "whole") return shifted(rows, cue, span, rowAt(rows, y) - rowAt(rows, from));
  const at = rowAt(rows, y);
  return grip === "first"
    ? firstTo(view, rows, cue, span, Math.min(at, span.last), y, free)
    : lastTo(view, rows, cue, span, Math.max(at, span.first), y, free);
}

/** The strand moved by some rows. */
export function shifted(rows: readonly Row[], cue: Cue, span: SpanRows, by: number): Move | undefined {
  const within = Math.max(-span.first, Math.min(rows.length - 1 - span.last, by));
  return lying(rows, cue, { first: span.first + within, last: span.last + within });
}

/** The strand on other rows. */
export function lying(rows: readonly Row[], cue: Cue, to: SpanRows): Move | undefined {
  const [first, last] = [rows[to.first], rows[to.last]];
  if (!first || !last || to.first > to.last) return undefined;
  const span = { first: first.slideId, last: last.slideId };
  const same = span.first === cue.span?.first && span.last === cue.span.last;
  return {
    ...to,
    top: first.top,
    bottom: last.top + last.height,
    words: words.slides(first.number, last.number),
    edits: same ? [] : [{ kind: "setSpan", cueId: cue.id, span }],
  };
}

/** The position of a frame within a row. A hidden row has no time. */
const yWithin = ({ top, height, startFrame, endFrame }: Row, frame: number) =>
  top + ((frame - startFrame) / Math.max(1, endFrame - startFrame)) * height;

function firstTo(
  view: ShowView,
  rows: readonly Row[],
  cue: Cue,
  span: SpanRows,
  at: number,
  y: number,
  free: boolean,
): Move | undefined {
  const row = rows[at];
  const move = lying(rows, cue, { first: at, last: span.last });
  // A manual cue, or one that follows another, starts when that happens, wherever its span begins.
  if (!row || !move || cue.start.kind === "hand" || cue.start.kind === "after") return move;
  const k = free ? 0 : stepAt(row, y);
  const step = k > 0 ? view.show.slides[row.index]?.steps[k] : undefined;
  const delayMs = free ? msOfFrames(Math.max(0, frameAt(rows, y) - row.startFrame)) : 0;
  const start = { kind: step ? ("step" as const) : ("slide" as const), stepId: step?.id ?? null, cueId: null };
  const edits: Edit[] = [...move.edits];
  if (start.kind !== cue.start.kind || start.stepId !== cue.start.stepId)
    edits.push({ kind: "setStart", cueId: cue.id, start });
  if (delayMs !== cue.delayMs && (free || edits.length > 0)) edits.push({ kind: "setDelay", cueId: cue.id, delayMs });
  const frame = (row.stepFrames[k] ?? row.startFrame) + framesOfMs(delayMs);
  return {
    ...move,
    top: yWithin(row, frame),
    words: step ? words.stepOf(k + 1, row.number) : delayMs > 0 ? words.after(delayMs / 1000) : move.words,
    edits,
  };
}

function lastTo(
  view: ShowView,
  rows: readonly Row[],
  cue: Cue,
  span: SpanRows,
  at: number,
  y: number,
  free: boolean,
): Move | undefined {
  const row = rows[at];
  const move = lying(rows, cue, { first: span.first, last: at });
  if (!row || !move || cue.stop === "finished" || cue.stop === "show") return move;
  const k = free ? 0 : stepAt(row, y);
  const near = (frame: number) => Math.abs(frame - frameAt(rows, y));
  const toStep = k > 0 && near(row.stepFrames[k] ?? 0) < near(row.endFrame);
  const step = toStep ? view.show.slides[row.index]?.steps[k] : undefined;
  const offsetMs = free ? msOfFrames(Math.min(0, frameAt(rows, y) - row.endFrame)) : 0;
  const stop = step ? ("step" as const) : ("span" as const);
  const edits: Edit[] = [...move.edits];
  if (stop !== cue.stop || (step?.id ?? null) !== cue.stopStepId || offsetMs !== cue.stopOffsetMs)
    edits.push({ kind: "setStop", cueId: cue.id, stop, stepId: step?.id ?? null, offsetMs });
  const frame = step ? (row.stepFrames[k] ?? row.endFrame) : row.endFrame + framesOfMs(offsetMs);
  return {
    ...move,
    bottom: yWithin(row, frame),
    words: step ? words.stepOf(k + 1, row.number) : offsetMs < 0 ? words.beforeEnd(-offsetMs / 1000) : move.words,
    edits,
  };
}
