import { useState } from "react";

/** When a dialog is closed, returns the focus to where it was before. */
export function useReturnFocus() {
  const [before] = useState(focused);
  return (event: Event) => {
    event.preventDefault();
    if (before instanceof HTMLElement || before instanceof SVGElement) before.focus();
  };
}

/** The focused element; for a menu item, which is gone by then, the menu's button. */
function focused(): Element | null {
  const menu = document.activeElement?.closest("[role=menu]");
  return menu ? document.getElementById(menu.getAttribute("aria-labelledby") ?? "") : document.activeElement;
}
