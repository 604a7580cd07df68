import { useState } from "react";

/** Gives the focus back, once a dialog is closed, to what had it when the dialog was opened. */
export function useReturnFocus() {
  const [before] = useState(focused);
  return (event: Event) => {
    event.preventDefault();
    if (before instanceof HTMLElement || before instanceof SVGElement) before.focus();
  };
}

/** What has the focus; of a menu, which is gone by then, the button that opened it. */
function focused(): Element | null {
  const menu = document.activeElement?.closest("[role=menu]");
  return menu ? document.getElementById(menu.getAttribute("aria-labelledby") ?? "") : document.activeElement;
}
