/** A line of a label, and the most a label takes, in pixels. */
export const labelLine = 15;
const tallest = 62;

/** A strand as far as its label goes: where it hangs, and how much room there is beside it. */
interface LaidOut {
  kind: string;
  x: number;
  full: number;
  labelX: number;
  room: number;
  top: number;
}

/** With the place of its label: where that begins, and how tall it may be. */
export type Labelled<T> = T & { labelTop: number; labelHeight: number };

/**
 * Lays the labels of strands so that none lies over another or over a strand: each is cut where the next one begins, and where that would
 * leave less than a line the next one is replaced downward.
 */
export function labelled<T extends LaidOut>(laidOut: readonly T[]): Labelled<T>[] {
  const laid = laidOut.map((one) => ({ ...one, labelTop: one.top, labelHeight: tallest }));
  let open: Labelled<T>[] = [];
  for (const one of laid.toSorted((a, b) => a.top - b.top)) {
    open = open.filter((o) => o.labelTop + tallest > one.top);
    for (const above of open.filter((o) => o.kind === one.kind && meet(o, one))) {
      one.labelTop = Math.max(one.labelTop, above.labelTop + labelLine);
      above.labelHeight = Math.min(above.labelHeight, one.labelTop - above.labelTop);
    }
    open.push(one);
  }
  return laid;
}

/** Whether the label of one, beside it, would come to lie over another or its label. */
const meet = (label: LaidOut, other: LaidOut) =>
  label.labelX < other.labelX + other.room && other.x - other.full < label.labelX + label.room;
