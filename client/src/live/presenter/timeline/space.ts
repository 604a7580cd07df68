import { strokeHeight, titleHeight } from "./CurrentRow";
import { lineY } from "./rows";

/** The division of the page, in pixels. */
export interface Space {
  /** Whether notes are below the sheet, as on an upright tablet, rather than beside it. */
  upright: boolean;
  /** The picture of the current row. */
  picture: { width: number; height: number };
  /** The element that contains the strands. */
  lanes: number;
  /** The column beside the strands: what plays, and what is triggered manually. */
  margin: number;
  /** The notes: their width or, when they are below, their height. */
  notes: number;
  /** The remaining size for the sheet. */
  height: number;
  /** The total width, or that of the part with the notes below it: wider than the page when that is very narrow. */
  width: number;
}

export const pad = 12;
/** The width of a line of notes in multiples of the letter size; below the sheet, the number of lines visible. */
const lineLetters = 14;
const linesBelow = 8;
const leastMargin = 186;
const leastNotes = 150;
/** On a page smaller than this, notes are below, and what does not fit is scrolled to. */
const leastPage = { width: 760, height: 470 };
const leastWidth = 560;
/** The room below the current row of a scrolled sheet: a countdown, and a coming row. */
const belowRow = 250;

/** The largest letter size, in pixels, of notes at their widest. */
export const lettersFor = (upright: boolean, notes: number) => notes / (upright ? linesBelow : lineLetters);

/**
 * Divides a page: the picture first, then the strands and the column beside them, then notes, whose width follows their letter size.
 * @param aspect Width of a slide to its height.
 * @param letters The letter size of the notes, in pixels.
 */
export function spaceOf(pageWidth: number, height: number, aspect: number, letters: number): Space {
  const upright = (pageWidth < height && pageWidth < 1000) || pageWidth < leastPage.width;
  const width = Math.max(pageWidth, leastWidth);
  const below = upright ? Math.max(leastNotes, Math.min(height * 0.35, letters * linesBelow)) : 0;
  const isSmall = pageWidth < leastPage.width || height < leastPage.height;
  const sheet = Math.max(height - below, isSmall ? leastPage.height : 0);
  const lanes = Math.round(Math.max(96, Math.min(240, width * 0.105)));
  const share = width * (upright ? 0.56 : width < 1100 ? 0.42 : 0.45);
  const besideMargin = upright ? width - lanes - leastMargin - 4 * pad : share;
  const wide = Math.round(Math.min(share, besideMargin, sheet * 0.5 * aspect));
  const high = Math.round(wide / aspect);
  const most = width - wide - lanes - leastMargin - 5 * pad;
  const beside = upright ? 0 : Math.round(Math.max(leastNotes, Math.min(most, letters * lineLetters)));
  return {
    upright,
    picture: { width: wide, height: high },
    lanes,
    margin: width - wide - lanes - beside - (upright ? 4 : 5) * pad,
    notes: upright ? below : beside,
    height: Math.max(sheet - pad, isSmall ? lineY + high + titleHeight + strokeHeight + belowRow : 0),
    width,
  };
}
