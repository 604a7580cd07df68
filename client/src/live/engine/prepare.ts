import type { Schemas, StrandView } from "../../api/client";
import { createRun } from "../../api/runs";
import { fetchPictures, type Pictures } from "./pictures";
import { Stage } from "./Stage";
import { fetchStems } from "./fetchStems";
import { fetchVideos } from "./videos";
import { failures } from "./words";

/** A show with everything downloaded. */
export interface Prepared {
  stage: Stage;
  /** The cues as they are drawn. */
  strands: readonly StrandView[];
  /** The pictures by slide and step, available without the server. */
  pictures: Pictures["had"];
  /** The slides whose pictures, and the sounds, that could not be downloaded. */
  missing: { pictures: readonly string[]; sounds: readonly string[] };
}

/** Downloads everything needed to present the current show; reports the fraction. */
export async function prepare(
  showId: string,
  kind: Schemas["RunKind"],
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<Prepared> {
  if (!window.isSecureContext) throw new Error(failures.notSecure);
  const { run, strands } = await createRun(showId, kind);
  cancel.throwIfAborted();
  const stage = new Stage(run, kind);
  try {
    await stage.sound.prepare();
    return await fetchMissing(showId, { stage, strands }, told, cancel);
  } catch (e) {
    release(stage);
    throw e;
  }
}

/** Downloads what is missing of a show. */
export async function fetchMissing(
  showId: string,
  { stage, strands, pictures: before }: Pick<Prepared, "stage" | "strands"> & Partial<Pick<Prepared, "pictures">>,
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<Prepared> {
  const run = stage.view;
  const pictures = await fetchPictures(showId, run, (f) => told(0.2 * f), cancel, before);
  const videos = await fetchVideos(showId, run, stage.videos, (f) => told(0.2 + 0.2 * f), cancel);
  const sounds = await fetchStems(showId, run, stage.sound, (f) => told(0.4 + 0.6 * f), cancel);
  cancel.throwIfAborted();
  stage.expect(0);
  return {
    stage,
    strands,
    pictures: pictures.had,
    missing: { pictures: pictures.missing, sounds: [...new Set([...videos, ...sounds])] },
  };
}

/** Releases everything held for a show that is no longer presented. */
export function release(stage: Stage) {
  stage.end();
  for (const address of stage.videos.values()) URL.revokeObjectURL(address);
}
