import { useEffect } from "react";

const focusable = "button:enabled, a[href], input:enabled, select:enabled, textarea:enabled, [tabindex='0']";
/** How many ancestors of a removed element are searched for another element to focus. */
const levels = 4;

interface Around {
  element: Element;
  /** The ancestors, the nearest first, and the index among their focusable elements. */
  parents: { parent: Element; index: number }[];
}

/**
 * Keeps the focus nearby when the focused element is removed, such as a row by its own button, and returns it to a
 * button that was disabled while busy. The browser would move it to the beginning of the page.
 */
export function useKeepFocus() {
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
