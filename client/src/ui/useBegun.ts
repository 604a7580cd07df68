import { useContext, useRef } from "react";
import { withBaseRevision } from "../api/baseRevision";
import { ActionsContext } from "../shows/ShowContext";

/** Keeps on which revision of the show something was begun, and ends it on that. Outside of a show it does nothing. */
export function useBegun() {
  const actions = useContext(ActionsContext);
  const revision = useRef<number>(undefined);
  return {
    begin: () => (revision.current ??= actions?.now().revision),
    end: (act: () => void) => {
      withBaseRevision(revision.current, act);
      revision.current = undefined;
    },
  };
}
