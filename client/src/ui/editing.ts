import { createContext, useContext, useRef } from "react";

/** Begins something that ends in an edit; what it returns makes that edit. */
export type BeginEditing = () => (commit: () => void) => void;

/** How an edit that takes a while is begun. Its provider can check the edit against what was there at the beginning. */
export const EditingContext = createContext<BeginEditing>(() => (commit) => commit());

/** Brackets what is typed or dragged: `begin` may be called again while it lasts, `end` makes the edit. */
export function useEditing() {
  const beginEditing = useContext(EditingContext);
  const begun = useRef<(commit: () => void) => void>(undefined);
  return {
    begin: () => void (begun.current ??= beginEditing()),
    end: (commit: () => void) => {
      const finish = begun.current ?? ((act: () => void) => act());
      begun.current = undefined;
      finish(commit);
    },
  };
}
