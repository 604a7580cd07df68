import { useEffect, useState, useSyncExternalStore } from "react";
import type { Now, Stage } from "./Stage";

/** What there is to draw of a show being shown, drawn again when it changes. */
export const useNow = (stage: Stage): Now => useSyncExternalStore(stage.subscribe, stage.snapshot);

/** Draws again some times a second, for what goes on by itself. */
export function useTick(perSecond = 4) {
  const [, set] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => set((n) => n + 1), 1000 / perSecond);
    return () => window.clearInterval(timer);
  }, [perSecond]);
}
