import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** The loudness of a show. The earlier result is shown until the new one arrives. */
export const useLevels = (showId: string, revision: number) =>
  useQuery({
    queryKey: keys.levels(showId, revision),
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/shows/{id}/levels", { params: { path: { id: showId } }, signal })),
    placeholderData: keepPreviousData,
  });

/** The loudness over the slides with all levels matched except those of some cues. */
export const useMatched = (showId: string, revision: number, leftOut: readonly string[], enabled: boolean) =>
  useQuery({
    queryKey: keys.matched(showId, revision, leftOut),
    enabled,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET("/api/shows/{id}/levels/matched", {
          params: { path: { id: showId }, query: { leftOut: leftOut.join(",") } },
          signal,
        }),
      ),
  });

/** Matches the levels of cues to the targets. */
export const useMatchLevels = (id: string) =>
  useShowCommand(id, async (cueIds: string[]) =>
    unwrap(await api.POST("/api/shows/{id}/levels/match", { params: { path: { id } }, body: { cueIds } })),
  );
