import { useEffect, useEffectEvent } from "react";

/** Has the browser ask before the page is closed or reloaded, as long as something would be lost by it. */
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
