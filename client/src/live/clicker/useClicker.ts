import { useCallback, useEffect, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { reportError } from "../../api/errors";
import { closeClicker, openClicker, updateClicker } from "../../api/runs";
import type { Stage } from "../engine/Stage";
import { nextWords } from "../engine/nextEffect";
import { useNow } from "../engine/useNow";
import { words } from "./words";

export interface Clicker {
  joined: Schemas["ClickerView"] | undefined;
  /** Why phones cannot join. */
  problem: Error | undefined;
  open: () => void;
  shut: () => void;
}

/** Lets phones join a run while the dialog allows it, and sends them what to show. */
export function useClicker(showId: string, stage: Stage): Clicker {
  const [joined, setJoined] = useState<Schemas["ClickerView"]>();
  const [problem, setProblem] = useState<Error>();
  const { place, sounding } = useNow(stage);
  const runId = stage.view.id;
  const sender = useRef(new LatestSender());
  useEffect(() => {
    if (!joined) return;
    const here = stage.places[place];
    const slide = stage.view.show.slides.find((s) => s.id === here?.slideId);
    const where = [
      words.where(here?.number, stage.places.at(-1)?.number),
      slide && slide.steps.length > 1 && words.step((here?.step ?? 0) + 1),
    ]
      .filter(Boolean)
      .join(", ");
    const byHand = (here?.byHand ?? []).map((id) => stage.run.cue(id).name);
    const state = { slide: slide?.title ?? "", where, next: nextWords(stage), byHand };
    sender.current.push(() => updateClicker({ id: showId, runId }, state));
  }, [joined, place, sounding, showId, runId, stage]);
  const open = useCallback(() => {
    setProblem(undefined);
    openClicker({ id: showId, runId }).then(setJoined, setProblem);
  }, [showId, runId]);
  const shut = () => {
    closeClicker({ id: showId, runId }).catch(reportError);
    setJoined(undefined);
  };
  return { joined, problem, open, shut };
}

/** Sends messages one after the other, and of waiting ones only the latest, so that an older one never arrives last. */
class LatestSender {
  private waiting: (() => Promise<unknown>) | undefined;
  private sending = false;

  push(send: () => Promise<unknown>) {
    this.waiting = send;
    if (!this.sending) void this.sendAll();
  }

  private async sendAll() {
    this.sending = true;
    for (let send = this.waiting; send; send = this.waiting) {
      this.waiting = undefined;
      await send().catch(() => undefined);
    }
    this.sending = false;
  }
}
