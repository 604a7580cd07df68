import type { Schemas } from "../api/client";
import type { AdvanceMode } from "../live/engine/Stage";

interface Caption {
  fromMs: number;
  toMs: number;
  lines: readonly string[];
}

/** What a player is given of a show; written by PlayerData in Exports. */
export interface PlayerData {
  title: string;
  run: Schemas["RunView"];
  advanceMode: AdvanceMode;
  /** The files of pictures, by slide and step; those that stand in the page itself begin with #. */
  pictures: Readonly<Record<string, string>>;
  spots: Readonly<Record<string, string>>;
  /** The files of videos, by the hashes of those they were made from. */
  videos: Readonly<Record<string, string>>;
  captions: Readonly<Record<string, readonly Caption[]>>;
  credits: readonly string[];
  piecesAtOnce: number;
}

/** The caption of a slide at a moment from its beginning. */
export const captionAt = (data: PlayerData, slideId: string, ms: number): readonly string[] =>
  data.captions[slideId]?.find((c) => ms >= c.fromMs && ms < c.toMs)?.lines ?? [];
