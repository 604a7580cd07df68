import { useState } from "react";

type Theme = "fennel" | "lantern";
const place = "phonaris-theme";

function chosen(): Theme {
  const kept = localStorage.getItem(place);
  if (kept === "fennel" || kept === "lantern") return kept;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "lantern" : "fennel";
}

/** Sets the page to the theme chosen before, or to what the system prefers. */
export function applyTheme(theme: Theme = chosen()) {
  document.documentElement.dataset.theme = theme;
}

/** The theme, and a way to change it. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const [theme, setTheme] = useState(chosen);
  return [
    theme,
    (next) => {
      localStorage.setItem(place, next);
      applyTheme(next);
      setTheme(next);
    },
  ];
}
