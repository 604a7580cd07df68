import { useEffect, useState } from "react";
import { answered, api, type Schemas } from "../api/client";
import { fetchPictures, type Pictures } from "./pictures";
import { Stage } from "./Stage";
import { fetchStems } from "./stems";

export interface Prepared {
  stage: Stage;
  /** The pictures, by slide and step, to be had without the server. */
  pictures: Pictures["had"];
  /** The slides whose pictures, and the sounds, that could not be had. */
  missing: { pictures: readonly string[]; sounds: readonly string[] };
  again: () => void;
}

/** All that is needed to show a show, fetched before it is said to be ready: how far that has come, or what came of it. */
export function usePrepared(
  showId: string,
  kind: Schemas["RunKind"],
): { fraction: number; problem?: string; prepared?: Prepared } {
  const [fraction, setFraction] = useState(0);
  const [problem, setProblem] = useState<string>();
  const [prepared, setPrepared] = useState<Prepared>();
  useEffect(() => {
    const cancel = new AbortController();
    let stage: Stage | undefined;
    const prepare = async () => {
      const run: Schemas["RunView"] = answered(
        await api.POST("/api/shows/{id}/runs", { params: { path: { id: showId } }, body: { kind } }),
      );
      if (cancel.signal.aborted) return;
      const made = (stage = new Stage(run, kind));
      const fetchAll = async () => {
        const pictures = await fetchPictures(showId, run, (f) => setFraction(0.2 * f), cancel.signal);
        const sounds = await fetchStems(showId, run, made.sound, (f) => setFraction(0.2 + 0.8 * f), cancel.signal);
        const missing = { pictures: pictures.missing, sounds };
        if (!cancel.signal.aborted)
          setPrepared({ stage: made, pictures: pictures.had, missing, again: () => void fetchAll() });
      };
      await fetchAll();
    };
    prepare().catch((e: unknown) => {
      if (!cancel.signal.aborted) setProblem((e as Error).message);
    });
    return () => {
      cancel.abort();
      stage?.end();
    };
  }, [showId, kind]);
  return { fraction, ...(problem ? { problem } : {}), ...(prepared ? { prepared } : {}) };
}
