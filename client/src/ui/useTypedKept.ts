import { useEffect } from "react";

/** Before the page is closed, makes the edit of what is being typed, and has the browser ask: meanwhile the edit is sent. */
export function useTypedKept() {
  useEffect(() => {
    const keep = (event: BeforeUnloadEvent) => {
      const field = document.activeElement;
      if (!(field instanceof HTMLElement) || !field.matches("[data-typing=true]")) return;
      field.blur();
      event.preventDefault();
    };
    window.addEventListener("beforeunload", keep);
    return () => window.removeEventListener("beforeunload", keep);
  }, []);
}
