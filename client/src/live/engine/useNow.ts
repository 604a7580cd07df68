import { useEffect, useState, useSyncExternalStore } from "react";
import type { Now, Stage } from "./Stage";

/** The snapshot of a running show; redraws when it changes. */
export const useNow = (stage: Stage): Now => useSyncExternalStore(stage.subscribe, stage.snapshot);

/** Redraws several times a second, for what changes continuously. */
export function useTick(perSecond = 4) {
  const [, set] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => set((n) => n + 1), 1000 / perSecond);
    return () => window.clearInterval(timer);
  }, [perSecond]);
}
