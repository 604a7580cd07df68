import { useEffect } from "react";

/** Has the browser ask before the page is closed or reloaded, as long as something would be lost by it. */
export function useLeaveWarning(wouldLose: boolean) {
  useEffect(() => {
    if (!wouldLose) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [wouldLose]);
}
