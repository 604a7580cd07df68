import type { Schemas } from "../api/client";

export type Targets = Schemas["LevelTargets"];
export type TargetsFor = Targets["for"];

/** The least and the greatest loudness that is drawn, in LUFS. */
export const drawn = { least: -50, greatest: -6 };

/** Where a loudness lies between the least and the greatest drawn, as a share. */
export const shareOf = (lufs: number) =>
  Math.max(0, Math.min(1, (lufs - drawn.least) / (drawn.greatest - drawn.least)));

/** A number with one place: −16.0. */
export const tenths = (value: number) => `${value < 0 ? "−" : ""}${Math.abs(value).toFixed(1)}`;

/** A loudness: −16.0 LUFS; silence has none. */
export const lufs = (value: number | null | undefined) =>
  value === null || value === undefined ? "silent" : `${tenths(value)} LUFS`;

/** How far something is from its target, in words. */
export const apart = (by: number | null) =>
  by === null ? "at its target" : `${Math.abs(by).toFixed(1)} LU ${by > 0 ? "too loud" : "too quiet"}`;

/** How far a voice is over the beds under it, in words. */
export const overBeds = (lu: number) => `${Math.abs(lu).toFixed(1)} LU ${lu < 0 ? "under" : "over"} its bed`;

/** Reads "-16", "−16.5 LUFS" as a loudness; undefined when it is none. */
export function readLufs(typed: string): number | undefined {
  const match = /^\s*[-−–]?\s*(\d+(?:[.,]\d+)?)\s*(?:lufs|dbtp)?\s*$/i.exec(typed);
  return match?.[1] ? -Number(match[1].replace(",", ".")) : undefined;
}
