import { plural } from "../ui/plural";

/** The texts of the checks view. */
export const words = {
  title: "Checks",
  running: "Running checks…",
  empty: "Nothing to check yet.",
  addDeck: "Add a deck",
  toFix: " to fix",
  fixAll: (n: number) => `Fix ${n} automatically`,
  ignored: (n: number) => `${n} ignored`,
  allWell: "No problems found",
  passed: (n: number, ignored: number) =>
    `${plural(n, "check")} passed${ignored > 0 ? `, ${ignored} ignored` : ""}. Listen to the show once in a dry run.`,
  dryRun: "Start a dry run",
  whatIsChecked: "What is checked",
  moreAlike: (n: number) => `${n} more like these`,
  slide: (number: number) => `slide ${number}`,
  findPiece: "Find another piece",
  play: "Play",
  playAt: (sentence: string) => `Play: ${sentence}`,
  open: "Open",
  ignore: "Ignore",
  stopIgnoring: "Stop ignoring",
};
