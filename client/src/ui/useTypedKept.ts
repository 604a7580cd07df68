import { useEffect } from "react";

/** Before the page is closed, makes the edit of what is being typed. */
export function useTypedKept() {
  useEffect(() => {
    const keep = () => {
      const field = document.activeElement;
      if (field instanceof HTMLElement && field.matches("[data-typing=true]")) field.blur();
    };
    // Before those who ask the user whether the page may be closed are asked themselves.
    window.addEventListener("beforeunload", keep, { capture: true });
    return () => window.removeEventListener("beforeunload", keep, { capture: true });
  }, []);
}
