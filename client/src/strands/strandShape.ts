import type { StrandView } from "../api/client";
import { yOf, type Row } from "./layout";

/** Below this level a strand is a thin line. */
const quietest = -48;

/** The least height, so that even a short cue can be seen and grabbed. */
const leastHeight = 20;

/** Half a strand's width at a level: full at 0 dB, a thin line at −48 dB. */
export const halfWidth = (db: number, full: number) =>
  Math.max(0.75, full * Math.max(0, Math.min(1.2, 1 - db / quietest)));

/** The level of a strand of a given width; the inverse. */
export const levelOfHalf = (half: number, full: number) => (half / full - 1) * -quietest;

/** A strand's top and bottom on the sheet, and the position of a frame between them. */
export function strandPlace(strand: StrandView, rows: readonly Row[]) {
  const top = yOf(rows, strand.startFrame);
  const natural = yOf(rows, strand.endFrame - 1) - top;
  const stretch = natural > 0 ? Math.max(1, leastHeight / natural) : 1;
  return {
    top,
    bottom: top + Math.max(natural, leastHeight),
    y: (frame: number) => top + (yOf(rows, frame) - top) * stretch,
  };
}

export type StrandPlace = ReturnType<typeof strandPlace>;

/** The outline of a strand: its level on both sides of its centre line. */
export function outlinePath(strand: StrandView, place: StrandPlace, x: number, full: number): string {
  return mirrored(
    strand.rows.flatMap((part) => {
      const [top, bottom] = [place.y(part.fromFrame), place.y(part.toFrame - 1)];
      // A constant level needs only its two ends.
      const levels = part.levels.length === 1 ? [...part.levels, ...part.levels] : part.levels;
      return levels.map((db, i) => [top + ((bottom - top) * i) / (levels.length - 1), halfWidth(db, full)] as const);
    }),
    x,
  );
}

/** The waveform inside a strand: its width follows the loudness. */
export function soundPath(strand: StrandView, place: StrandPlace, x: number, full: number): string {
  const loudest = Math.max(0.05, ...strand.rows.flatMap((part) => part.peaks));
  return mirrored(
    strand.rows.flatMap((part) => {
      const [top, bottom] = [place.y(part.fromFrame), place.y(part.toFrame - 1)];
      const step = (bottom - top) / part.peaks.length;
      return part.peaks.map((peak, i) => {
        const half = halfWidth(part.levels[i] ?? part.levels[0] ?? quietest, full) * (peak / loudest) * 0.82;
        return [top + step * (i + 0.5), Math.max(0.4, half)] as const;
      });
    }),
    x,
  );
}

/** An edit point: a diamond across the strand. */
export function editPointPath(y: number, x: number, half: number): string {
  const wide = half + 4;
  return `M${point(x - wide, y)}L${point(x, y - 4)}L${point(x + wide, y)}L${point(x, y + 4)}Z`;
}

function mirrored(edge: readonly (readonly [y: number, half: number])[], x: number): string {
  if (edge.length === 0) return "";
  const right = edge.map(([y, half]) => point(x + half, y));
  const left = edge.map(([y, half]) => point(x - half, y)).reverse();
  return `M${[...right, ...left].join("L")}Z`;
}

const point = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;
