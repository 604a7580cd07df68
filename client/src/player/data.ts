import type { Schemas } from "../api/client";
import type { AdvanceMode } from "../live/engine/Stage";

interface Caption {
  fromMs: number;
  toMs: number;
  lines: readonly string[];
}

/** The show data of a player; written by PlayerData in Exports. */
export interface PlayerData {
  title: string;
  run: Schemas["RunView"];
  advanceMode: AdvanceMode;
  /** The files of pictures by slide and step; those embedded in the page begin with #. */
  pictures: Readonly<Record<string, string>>;
  spots: Readonly<Record<string, string>>;
  /** The files of videos, by the hashes of their originals. */
  videos: Readonly<Record<string, string>>;
  captions: Readonly<Record<string, readonly Caption[]>>;
  credits: readonly string[];
  piecesAtOnce: number;
}

/** The caption of a slide at a time after its beginning. */
export const captionAt = (data: PlayerData, slideId: string, ms: number): readonly string[] =>
  data.captions[slideId]?.find((c) => ms >= c.fromMs && ms < c.toMs)?.lines ?? [];
