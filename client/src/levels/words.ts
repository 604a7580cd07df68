import type { Schemas } from "../api/client";
import { plural } from "../ui/plural";

export type Targets = Schemas["LevelTargets"];
export type TargetPreset = Targets["for"];

/** The range of loudness drawn, in LUFS. */
export const drawn = { least: -50, greatest: -6 };

/** The position of a loudness in the drawn range, as a fraction. */
export const shareOf = (lufs: number) =>
  Math.max(0, Math.min(1, (lufs - drawn.least) / (drawn.greatest - drawn.least)));

/** A number with one decimal: −16.0. */
export const tenths = (value: number) => `${value < 0 ? "−" : ""}${Math.abs(value).toFixed(1)}`;

/** A loudness: −16.0 LUFS; for silence a word. */
export const lufs = (value: number | null | undefined) =>
  value === null || value === undefined ? words.silent : `${tenths(value)} LUFS`;

/** The difference to the target, as text. */
export const apart = (by: number | null) =>
  by === null ? words.onTarget : by > 0 ? words.tooLoud(by.toFixed(1)) : words.tooQuiet((-by).toFixed(1));

/** The difference between a voice and the beds under it, as text. */
export const overBeds = (lu: number) => (lu < 0 ? words.underBed((-lu).toFixed(1)) : words.overBed(lu.toFixed(1)));

/** Reads "-16", "−16.5 LUFS" as a loudness; undefined when it is none. */
export function readLufs(typed: string): number | undefined {
  const match = /^\s*[-−–]?\s*(\d+(?:[.,]\d+)?)\s*(?:lufs|dbtp)?\s*$/i.exec(typed);
  return match?.[1] ? -Number(match[1].replace(",", ".")) : undefined;
}

/** The texts of the levels view. */
export const words = {
  title: "Levels",
  measuring: "Measuring the show…",
  nothing: "Nothing plays yet.",
  place: "Place a sound on slides",
  show: "Show",
  peak: "Peak",
  noPeak: "no peak",
  matchedShow: "Matched",
  loudness: (loudness: string, difference: string) => `${loudness}, ${difference}`,
  dbtp: (peak: string) => `${peak} dBTP`,
  allMatched: "All matched",
  match: (n: number) => `Match ${plural(n, "level")}`,
  limiting: (from: string, peak: string) => `Limiting from ${from}: the mix would peak at ${peak} dBTP.`,
  playing: "Playing",
  whichLevels: "Levels to play",
  asSet: "as set",
  asMatched: "matched",
  compareHint: "Press M to compare",

  targets: "Targets",
  targetsFor: "For",
  targetsForField: "Level targets for",
  places: { room: "a room", web: "the web", broadcast: "broadcast", own: "custom" },
  kinds: {
    voiceLufs: "voices",
    bedLufs: "beds",
    bedUnderVoiceLufs: "beds under voices",
    spotLufs: "spots",
    wholeLufs: "show",
  },
  targetOf: (what: string) => `Target for ${what}`,
  unit: "LUFS",
  truePeak: "true peak",
  highestPeak: "Highest true peak",
  peakUnit: "dBTP",
  ducking: "Ducking",
  allVoices: "all voices",
  overallGain: "Overall gain",
  reachesTarget: (gain: string) => `${gain} reaches the target`,
  highestGain: (gain: string) => `${gain} is the highest without clipping`,

  silent: "silent",
  onTarget: "on target",
  tooLoud: (lu: string) => `${lu} LU too loud`,
  tooQuiet: (lu: string) => `${lu} LU too quiet`,
  overBed: (lu: string) => `${lu} LU over its bed`,
  underBed: (lu: string) => `${lu} LU under its bed`,

  matchColumn: "Match",
  cue: "Cue",
  loudnessAndTarget: "Loudness and target",
  now: "Now",
  level: "Level",
  matchedLevel: "Matched",
  matchCue: (name: string) => `Match ${name}`,
  matchedTo: "matched",
  follows: "follows",
  unchanged: "unchanged",
  limitedByPeaks: "limited by peaks",
  playFrom: (name: string) => `Play from ${name}`,
  playHint: "Play from here",
  barOf: (loudness: string, target: string) => `${loudness}, target ${target}`,

  position: "Position in the show",
  curve: "Loudness of the show",
  curveOf: (slides: number, target: string) =>
    `Short-term loudness over ${plural(slides, "slide")}. The target of the show is ${target} LUFS.`,
};
