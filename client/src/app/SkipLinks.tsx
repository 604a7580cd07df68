import { words } from "./words";

const places = [
  [words.skipToSheet, ["main [data-title][tabindex='0']", "main"]],
  [words.skipToDetails, ["aside[aria-label=Details]"]],
] as const;

/** Links for keyboard users past the bar and the sounds to the main part. Visible only when focused. */
export function SkipLinks() {
  return places.map(([name, found]) => (
    <button
      key={name}
      type="button"
      className="btn btn-primary sr-only z-50 focus:not-sr-only focus:absolute focus:top-2 focus:left-2"
      onClick={() => go(found)}
    >
      {name}
    </button>
  ));
}

/** Focuses the first of several targets that exists. */
function go(found: readonly string[]) {
  const place = found.map((css) => document.querySelector<HTMLElement>(css)).find((there) => there !== null);
  if (!place?.hasAttribute("tabindex")) place?.setAttribute("tabindex", "-1");
  place?.focus();
}
