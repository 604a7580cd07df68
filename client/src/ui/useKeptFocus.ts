import { useEffect } from "react";

const focusable = "button:enabled, a[href], input:enabled, select:enabled, textarea:enabled, [tabindex='0']";
/** How far around something that is taken away another thing is looked for to have the focus. */
const levels = 4;

interface Around {
  element: Element;
  /** What was around it, the nearest first, and which of the things there it was. */
  parents: { parent: Element; index: number }[];
}

/**
 * Keeps the focus near where it was when the thing that has it is taken away, as a line of a list is by its own button, and gives it back to a
 * button that was disabled while it was busy: the browser would send it back to the beginning of the page.
 */
export function useKeptFocus() {
  useEffect(() => {
    let last: Around | undefined;
    const remember = ({ target }: FocusEvent) => (last = target instanceof Element ? around(target) : undefined);
    const restore = (changes: MutationRecord[]) => {
      if (!last || document.activeElement !== document.body) return;
      const { element, parents } = last;
      if (element.isConnected) {
        const wasBusy = changes.some(({ type, target }) => type === "attributes" && target === element);
        if (wasBusy && element instanceof HTMLButtonElement && !element.disabled) element.focus();
        return;
      }
      last = undefined;
      for (const { parent, index } of parents) {
        const there = parent.isConnected ? parent.querySelectorAll<HTMLElement>(focusable) : [];
        const next = there[Math.min(index, there.length - 1)];
        if (next) return next.focus();
      }
    };
    const observer = new MutationObserver(restore);
    observer.observe(document.body, { childList: true, subtree: true, attributeFilter: ["disabled"] });
    document.addEventListener("focusin", remember);
    return () => {
      observer.disconnect();
      document.removeEventListener("focusin", remember);
    };
  }, []);
}

function around(element: Element): Around {
  const parents: Around["parents"] = [];
  for (let at = element.parentElement; at && at !== document.body && parents.length < levels; at = at.parentElement)
    parents.push({ parent: at, index: [...at.querySelectorAll(focusable)].indexOf(element) });
  return { element, parents };
}
