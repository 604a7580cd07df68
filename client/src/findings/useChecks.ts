import { useFindingsAt } from "../api/checks";
import type { Schemas } from "../api/client";
import { useDebouncedValue } from "../ui/useDebouncedValue";

export type Finding = Schemas["FindingView"];

const calm = 400; // milliseconds without an edit before the show is looked over: what is heard and drawn comes first

/** The findings of a show, updated shortly after a change; the earlier ones stay until then. */
export function useChecks(showId: string, revision: number | undefined) {
  return useFindingsAt(showId, useDebouncedValue(revision, calm));
}

const none: readonly Finding[] = [];

/** The findings of a show. */
export const useFindings = (showId: string, revision: number | undefined): readonly Finding[] =>
  useChecks(showId, revision).data?.findings ?? none;
