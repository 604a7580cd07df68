import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { api, type JobView, type Schemas, unwrap } from "./client";
import { keys } from "./keys";

/** The draft of a soundtrack, or the job that analyses the music first. */
export function useDraftOf(id: string, revision: number, enabled: boolean, without: readonly string[]) {
  const queries = useQueryClient();
  const query = useQuery<(Schemas["DraftView"] | JobView) & { revision: number }>({
    queryKey: keys.draft(id, revision, without),
    enabled,
    // Every request creates new ids, so the draft that is shown is the one applied.
    staleTime: Infinity,
    queryFn: async ({ signal }) => ({
      ...unwrap(
        await api.GET("/api/shows/{id}/draft", {
          params: { path: { id }, query: { without: [...without] } },
          signal,
        }),
      ),
      revision,
    }),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
  const fetchAgain = useCallback(() => void queries.invalidateQueries({ queryKey: keys.drafts(id) }), [queries, id]);
  return { ...query, fetchAgain };
}
