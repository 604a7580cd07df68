import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { answered, api, type JobView, type Schemas } from "../api/client";

export type DraftView = Schemas["DraftView"];

const none: readonly string[] = [];

/** The draft of a soundtrack for a show, or the job that listens to its music first; asked for where it is wanted. */
export function useDraft(showId: string, revision: number, wanted: boolean, without: readonly string[] = none) {
  const queries = useQueryClient();
  const key = ["draft", showId, revision, without.join(" ")];
  const { data, error, refetch } = useQuery<DraftView | JobView>({
    queryKey: key,
    enabled: wanted,
    retry: false,
    // Its ids are new each time: what is looked at is what is taken.
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      answered(
        await api.GET("/api/shows/{id}/draft", {
          params: { path: { id: showId }, query: { without: [...without] } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const again = useCallback(() => {
    void queries.invalidateQueries({ queryKey: ["draft", showId] });
    void refetch();
  }, [queries, showId, refetch]);
  return {
    draft: wanted && data && "cues" in data ? data : undefined,
    listening: wanted && data && "state" in data ? data : undefined,
    problem: error,
    again,
  };
}
