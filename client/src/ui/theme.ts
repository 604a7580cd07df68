import { createContext } from "react";
import { useSettings, type Theme } from "./settings";

/** The theme of a part of the page with its own. Its dialogs are rendered outside that part, and take the theme from here. */
export const PartThemeContext = createContext<Theme | undefined>(undefined);

const preferred = (): Theme => (matchMedia("(prefers-color-scheme: dark)").matches ? "lantern" : "fennel");

/** Keeps the page in the chosen theme, or in the system's. */
export function followTheme() {
  const apply = (theme: Theme = preferred()) => (document.documentElement.dataset.theme = theme);
  apply(useSettings.getState().theme);
  useSettings.subscribe(({ theme }) => apply(theme));
}

/** The theme, and a function to change it. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const theme = useSettings((settings) => settings.theme) ?? preferred();
  return [theme, (next) => useSettings.setState({ theme: next })];
}
