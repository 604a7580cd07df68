import type { ReactNode } from "react";
import type { Theme } from "./settings";
import { PartThemeContext } from "./theme";

interface Props {
  theme: Theme;
  className: string;
  children: ReactNode;
}

/** A part of the page with its own theme, such as the dark presenter's page; its dialogs use it too. */
export function ThemedPart({ theme, className, children }: Props) {
  return (
    <PartThemeContext value={theme}>
      <div data-theme={theme} className={`bg-base-200 text-base-content ${className}`}>
        {children}
      </div>
    </PartThemeContext>
  );
}
