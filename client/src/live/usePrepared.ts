import { useEffect, useState } from "react";
import { answered, api, type Schemas, type StrandView } from "../api/client";
import { fetchPictures, type Pictures } from "./pictures";
import { Stage, type Manner } from "./Stage";
import { fetchStems } from "./fetchStems";
import { fetchVideos } from "./videos";

/** A show on its way to the audience: how far the fetching has come, or what came of it; how it goes on, and whether it has begun. */
export interface Ready {
  fraction: number;
  problem?: string;
  prepared?: Prepared;
  manner: Manner;
  setManner: (manner: Manner) => void;
  begun: boolean;
  /** Makes the show as it is now ready instead. */
  anew: () => void;
  /** Begins at a place; false where the browser holds the sound back. */
  begin: (place: number) => Promise<boolean>;
}

export interface Prepared {
  stage: Stage;
  /** The cues as they are drawn. */
  strands: readonly StrandView[];
  /** The pictures, by slide and step, to be had without the server. */
  pictures: Pictures["had"];
  /** The slides whose pictures, and the sounds, that could not be had. */
  missing: { pictures: readonly string[]; sounds: readonly string[] };
  again: () => void;
}

/** Fetches all that is needed to show a show before it is said to be ready. */
export function usePrepared(showId: string, kind: Schemas["RunKind"]): Ready {
  const [fraction, setFraction] = useState(0);
  const [problem, setProblem] = useState<string>();
  const [prepared, setPrepared] = useState<Prepared>();
  const [chosen, setManner] = useState<Manner>();
  const [begun, setBegun] = useState(false);
  const [round, setRound] = useState(0);
  useEffect(() => {
    const cancel = new AbortController();
    let stage: Stage | undefined;
    const prepare = async () => {
      if (!window.isSecureContext)
        throw new Error(
          "A browser keeps and limits sound for pages of this computer or of https alone. Open Phonaris at localhost.",
        );
      const { run, strands }: Schemas["NewRunView"] = answered(
        await api.POST("/api/shows/{id}/runs", { params: { path: { id: showId } }, body: { kind } }),
      );
      if (cancel.signal.aborted) return;
      const made = (stage = new Stage(run, kind));
      await made.sound.prepare();
      const fetchAll = async () => {
        const pictures = await fetchPictures(showId, run, (f) => setFraction(0.2 * f), cancel.signal);
        const videos = await fetchVideos(showId, run, made.videos, (f) => setFraction(0.2 + 0.2 * f), cancel.signal);
        const sounds = await fetchStems(showId, run, made.sound, (f) => setFraction(0.4 + 0.6 * f), cancel.signal);
        made.expect(0);
        const missing = { pictures: pictures.missing, sounds: [...new Set([...videos, ...sounds])] };
        if (!cancel.signal.aborted)
          setPrepared({
            stage: made,
            strands,
            pictures: pictures.had,
            missing,
            again: () => void fetchAll().catch(failed),
          });
      };
      await fetchAll();
    };
    const failed = (e: unknown) => {
      if (!cancel.signal.aborted) setProblem((e as Error).message);
    };
    prepare().catch(failed);
    return () => {
      cancel.abort();
      stage?.end();
      for (const address of stage?.videos.values() ?? []) URL.revokeObjectURL(address);
    };
  }, [showId, kind, round]);
  const anew = () => {
    setPrepared(undefined);
    setFraction(0);
    setRound(round + 1);
  };
  const byItself = kind === "present" && prepared?.stage.view.show.showing.byItself;
  const manner = chosen ?? (byItself ? "plan" : "hand");
  const begin = async (place: number) => {
    const sounds = (await prepared?.stage.begin(place, manner)) ?? false;
    setBegun(sounds);
    return sounds;
  };
  return {
    fraction,
    ...(problem ? { problem } : {}),
    ...(prepared ? { prepared } : {}),
    manner,
    setManner,
    begun,
    anew,
    begin,
  };
}
