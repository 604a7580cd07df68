import type { Schemas } from "../api/client";

/** The show data of a player. */
export type PlayerData = Schemas["PlayerData"];

/** The caption of a slide at a time after its beginning. */
export const captionAt = (data: PlayerData, slideId: string, ms: number): readonly string[] =>
  data.captions[slideId]?.find((c) => ms >= c.fromMs && ms < c.toMs)?.lines ?? [];
