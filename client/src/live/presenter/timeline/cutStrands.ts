import type { StrandView } from "../../../api/client";
import type { TimelineRow } from "./rows";

type Part = StrandView["rows"][number];

/** The visible parts of a strand, none across the edge of a row; undefined if there are none. */
export function cutStrand(strand: StrandView, rows: readonly TimelineRow[]): StrandView | undefined {
  const parts = rows.flatMap((row) =>
    strand.rows.flatMap((part) =>
      cutPart(part, Math.max(part.fromFrame, row.startFrame), Math.min(part.toFrame, row.endFrame)),
    ),
  );
  const [first, last] = [parts[0], parts.at(-1)];
  if (!first || !last) return undefined;
  return {
    ...strand,
    startFrame: first.fromFrame,
    endFrame: last.toFrame,
    rows: parts,
    editPoints: strand.editPoints.filter((k) => parts.some((p) => k >= p.fromFrame && k < p.toFrame)),
  };
}

function cutPart(part: Part, fromFrame: number, toFrame: number): Part[] {
  if (toFrame <= fromFrame) return [];
  const share = (frame: number) => (frame - part.fromFrame) / (part.toFrame - part.fromFrame);
  // Levels are given at both ends and between them, peaks for equal parts.
  const of = (values: readonly number[], steps: number) => {
    const from = Math.floor(share(fromFrame) * steps);
    return values.slice(from, Math.max(from + 1, Math.ceil(share(toFrame) * steps)) + values.length - steps);
  };
  return [
    {
      ...part,
      fromFrame,
      toFrame,
      levels: part.levels.length > 1 ? of(part.levels, part.levels.length - 1) : part.levels,
      peaks: of(part.peaks, part.peaks.length),
    },
  ];
}
