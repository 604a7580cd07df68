import type { StrandView } from "../api/client";
import { yOf, type Row } from "./layout";

/** Below this level a strand is a hair. */
const quietest = -48;

/** Half a strand's width at a level: full at 0 dB, a hair at −48 dB. */
export const halfWidth = (db: number, full: number) =>
  Math.max(0.75, full * Math.max(0, Math.min(1.2, 1 - db / quietest)));

/** The outline of a strand: its level on either side of its middle, down and up again. */
export function outlinePath(strand: StrandView, rows: readonly Row[], x: number, full: number): string {
  const right: string[] = [];
  const left: string[] = [];
  for (const part of strand.rows) {
    const [top, bottom] = [yOf(rows, part.fromFrame), yOf(rows, part.toFrame - 1)];
    part.levels.forEach((db, i) => {
      const y = top + ((bottom - top) * i) / (part.levels.length - 1);
      const half = halfWidth(db, full);
      right.push(point(x + half, y));
      left.push(point(x - half, y));
    });
  }
  return right.length === 0 ? "" : `M${[...right, ...left.reverse()].join("L")}Z`;
}

/** The sound inside a strand: a line across for each moment, as wide as the sound is loud there. */
export function soundPath(strand: StrandView, rows: readonly Row[], x: number, full: number): string {
  const loudest = Math.max(0.05, ...strand.rows.flatMap((part) => part.peaks));
  const lines: string[] = [];
  for (const part of strand.rows) {
    const [top, bottom] = [yOf(rows, part.fromFrame), yOf(rows, part.toFrame - 1)];
    const step = (bottom - top) / part.peaks.length;
    part.peaks.forEach((peak, i) => {
      const half = halfWidth(part.levels[i] ?? quietest, full) * Math.sqrt(peak / loudest) * 0.86;
      if (half < 0.3) return;
      const y = top + step * (i + 0.5);
      lines.push(`M${point(x - half, y)}H${(x + half).toFixed(1)}`);
    });
  }
  return lines.join("");
}

/** A join between two rounds: a knot across the strand. */
export function knotPath(y: number, x: number, half: number): string {
  const wide = half + 4;
  return `M${point(x - wide, y)}L${point(x, y - 4)}L${point(x + wide, y)}L${point(x, y + 4)}Z`;
}

const point = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;
