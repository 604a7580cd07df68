import { useEffect, useEffectEvent } from "react";
import { forgetUnfinished, lockOf, saveUnfinished, type UnfinishedRun } from "./runMemory";
import type { Stage } from "./Stage";

const saveEveryMs = 2_000; // the clocks of sound and machine differ a little

/** Saves a run as it happens, so that it can be resumed after a reload or a crash; forgets it when it has ended. */
export function useRunMemory(showId: string, stage: Stage, more: Pick<UnfinishedRun, "startsAt" | "hasAudience">) {
  const save = useEffectEvent(() => {
    if (stage.snapshot().ended) forgetUnfinished(showId, stage.kind);
    else saveUnfinished({ showId, runId: stage.view.id, kind: stage.kind, stage: stage.save(), ...more });
  });
  useEffect(() => {
    let release: () => void = () => undefined;
    void navigator.locks.request(lockOf(stage.view.id), () => new Promise<void>((done) => (release = done)));
    let isQueued = false;
    // What happens at once is saved once.
    const queue = () => {
      if (isQueued) return;
      isQueued = true;
      queueMicrotask(() => {
        isQueued = false;
        save();
      });
    };
    const onSave = () => save();
    const unsubscribe = stage.subscribe(queue);
    const timer = window.setInterval(onSave, saveEveryMs);
    window.addEventListener("pagehide", onSave);
    save();
    return () => {
      unsubscribe();
      window.clearInterval(timer);
      window.removeEventListener("pagehide", onSave);
      release();
    };
  }, [showId, stage]);
}
