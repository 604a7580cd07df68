/** The height of a line of a label, and the greatest height of a label, in pixels. */
export const labelLine = 15;
const tallest = 62;

/** What placing its label needs of a strand: its position, and the room beside it. */
interface Layout {
  kind: string;
  x: number;
  full: number;
  labelX: number;
  room: number;
  top: number;
}

/** With the position and height of its label. */
export type Labelled<T> = T & { labelTop: number; labelHeight: number };

/**
 * Places the labels of strands so that none covers another or a strand: each is cut where the next one begins. If that would
 * leave less than a line, the next one is moved down.
 */
export function labelled<T extends Layout>(layout: readonly T[]): Labelled<T>[] {
  const laid = layout.map((one) => ({ ...one, labelTop: one.top, labelHeight: tallest }));
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

/** Whether the label beside a strand would cover another strand or its label. */
const meet = (label: Layout, other: Layout) =>
  label.labelX < other.labelX + other.room && other.x - other.full < label.labelX + label.room;
