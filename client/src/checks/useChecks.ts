import { useEffect, useState } from "react";
import { type Finding, useFindingsAt } from "../api/checks";

export type { Finding };

const calm = 400; // milliseconds without an edit before the show is looked over: what is heard and drawn comes first

/** What a show should be warned about, some moments after it was changed; what was known before stands until that is there. */
export function useChecks(showId: string, revision: number | undefined) {
  return useFindingsAt(showId, useCalm(revision));
}

const none: readonly Finding[] = [];

/** What is found in a show. */
export const useFindings = (showId: string, revision: number | undefined): readonly Finding[] =>
  useChecks(showId, revision).data?.findings ?? none;

/** A value once it has stayed as it is for a moment; the first at once. */
function useCalm<T>(value: T): T {
  const [calmed, setCalmed] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setCalmed(value), calm);
    return () => window.clearTimeout(timer);
  }, [value]);
  return calmed;
}
