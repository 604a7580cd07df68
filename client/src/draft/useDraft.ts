import { useDraftOf } from "../api/draft";

const none: readonly string[] = [];

/** The draft of a show, or the job that analyses its music first; requested when it is open. */
export function useDraft(showId: string, revision: number, wanted: boolean, without: readonly string[] = none) {
  const { data, error, fetchAgain } = useDraftOf(showId, revision, wanted, without);
  return {
    draft: wanted && data && "cues" in data ? data : undefined,
    listening: wanted && data && "state" in data ? data : undefined,
    problem: error,
    again: fetchAgain,
  };
}
