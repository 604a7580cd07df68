import { useEffect, useEffectEvent } from "react";

/** Makes the browser ask before the page is closed or reloaded, while something would be lost. */
export function useLeaveWarning(wouldLose: () => boolean) {
  const warn = useEffectEvent((event: BeforeUnloadEvent) => {
    if (wouldLose()) event.preventDefault();
  });
  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) => warn(event);
    window.addEventListener("beforeunload", onLeave);
    return () => window.removeEventListener("beforeunload", onLeave);
  }, []);
}
