import { useFindingsAt } from "../api/checks";
import type { Schemas } from "../api/client";
import { useDebouncedValue } from "../ui/useDebouncedValue";

export type Finding = Schemas["FindingView"];

const calm = 400; // milliseconds without an edit before the show is looked over: what is heard and drawn comes first

/** What a show should be warned about, some moments after it was changed; what was known before stands until that is there. */
export function useChecks(showId: string, revision: number | undefined) {
  return useFindingsAt(showId, useDebouncedValue(revision, calm));
}

const none: readonly Finding[] = [];

/** What is found in a show. */
export const useFindings = (showId: string, revision: number | undefined): readonly Finding[] =>
  useChecks(showId, revision).data?.findings ?? none;
