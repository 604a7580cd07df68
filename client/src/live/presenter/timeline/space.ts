import { strokeHeight, titleHeight } from "./CurrentRow";
import { lineY } from "./rows";

/** How the page is shared out, in pixels. */
export interface Space {
  /** Whether notes stand below the sheet, as on a tablet held upright, rather than beside it. */
  upright: boolean;
  /** The picture of the row that is shown. */
  picture: { width: number; height: number };
  /** What the strands layOutStrands in. */
  lanes: number;
  /** Beside them: what sounds, and what is triggered manually. */
  margin: number;
  /** The notes: their width, or where they stand below, their height. */
  notes: number;
  /** What is left for the sheet. */
  height: number;
  /** How wide all of it is, or the part that has the notes below it: wider than the page where that is very narrow. */
  width: number;
}

export const pad = 12;
/** A line of notes is so many times as wide as its letters are high; where they stand below, so many lines are seen. */
const lineLetters = 14;
const linesBelow = 8;
const leastMargin = 186;
const leastNotes = 150;
/** On a page that is smaller than this, notes stand below, and what has no room is scrolled to. */
const leastPage = { width: 760, height: 470 };
const leastWidth = 560;
/** What a sheet that is scrolled has room for below the row that is shown: a countdown, and a row to come. */
const belowRow = 250;

/** The largest letters, in pixels, of notes whose edge is drawn so far. */
export const lettersFor = (upright: boolean, notes: number) => notes / (upright ? linesBelow : lineLetters);

/**
 * Shares out a page: the picture first, then strands and what is beside them, then notes, as wide as their letters are large.
 * @param aspect Width of a slide to its height.
 * @param letters How large the notes' letters are, in pixels.
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
