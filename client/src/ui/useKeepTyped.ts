import { useEffect } from "react";

/** Commits typed text before the page is closed. */
export function useKeepTyped() {
  useEffect(() => {
    const keep = () => {
      const field = document.activeElement;
      if (field instanceof HTMLElement && field.matches("[data-typing=true]")) field.blur();
    };
    // Runs before the handlers that ask the user whether to close the page.
    window.addEventListener("beforeunload", keep, { capture: true });
    return () => window.removeEventListener("beforeunload", keep, { capture: true });
  }, []);
}
