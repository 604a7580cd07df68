import { useCallback, useEffect, useState } from "react";
import { answered, api, type Schemas } from "../api/client";
import { say } from "../api/queries";
import type { Stage } from "./Stage";
import { nextWords } from "./passing/foresight";
import { useNow } from "./useNow";

export interface Clicker {
  joined: Schemas["ClickerView"] | undefined;
  open: () => void;
  shut: () => void;
}

/** Lets phones join a run while it is open to them, and tells them what there is to show. */
export function useClicker(showId: string, stage: Stage): Clicker {
  const [joined, setJoined] = useState<Schemas["ClickerView"]>();
  const { place, sounding } = useNow(stage);
  const path = { params: { path: { id: showId, runId: stage.view.id } } };
  useEffect(() => {
    if (!joined) return;
    const here = stage.places[place];
    const slide = stage.view.show.slides.find((s) => s.id === here?.slideId);
    const where = `slide ${here?.number} of ${stage.places.at(-1)?.number}${slide && slide.steps.length > 1 ? `, step ${(here?.step ?? 0) + 1}` : ""}`;
    const byHand = (here?.byHand ?? []).map((id) => stage.run.cue(id).name);
    const state = { slide: slide?.title ?? "", where, next: nextWords(stage), byHand };
    void api
      .PUT("/api/shows/{id}/runs/{runId}/clicker/state", {
        params: { path: { id: showId, runId: stage.view.id } },
        body: state,
      })
      .catch(() => undefined);
  }, [joined, place, sounding, showId, stage]);
  const open = useCallback(() => {
    api
      .POST("/api/shows/{id}/runs/{runId}/clicker", path)
      .then((answer) => setJoined(answered(answer)))
      .catch((problem: unknown) => say(problem as Error));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the path is of these two
  }, [showId, stage]);
  const shut = () => {
    void api.DELETE("/api/shows/{id}/runs/{runId}/clicker", path);
    setJoined(undefined);
  };
  return { joined, open, shut };
}
