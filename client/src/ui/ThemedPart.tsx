import type { ReactNode } from "react";
import type { Theme } from "./settings";
import { PartThemeContext } from "./theme";

interface Props {
  theme: Theme;
  className: string;
  children: ReactNode;
}

/** A part of the page with a theme of its own, as the presenter's page is dark in the dark hall; its dialogs have it too. */
export function ThemedPart({ theme, className, children }: Props) {
  return (
    <PartThemeContext value={theme}>
      <div data-theme={theme} className={`bg-base-200 text-base-content ${className}`}>
        {children}
      </div>
    </PartThemeContext>
  );
}
