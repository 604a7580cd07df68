import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** Where the cues of another show would be placed in this one. */
export const useMusicOf = (id: string, revision: number, other: string | undefined, by: Schemas["SlideMatching"]) =>
  useQuery({
    queryKey: keys.musicOf(id, revision, other, by),
    enabled: other !== undefined,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET("/api/shows/{id}/music-of/{other}", {
          params: { path: { id, other: other ?? "" }, query: { by } },
          signal,
        }),
      ),
    // Only for the same question: cues of one show must not be requested from another.
    placeholderData: (before, query) =>
      query?.queryKey[3] === other && query?.queryKey[4] === by ? before : undefined,
  });

/** Places cues of another show. */
export const useTakeMusicOf = (id: string) =>
  useShowCommand(id, async ({ other, ...body }: { other: string; by: Schemas["SlideMatching"]; cueIds: string[] }) =>
    unwrap(await api.POST("/api/shows/{id}/music-of/{other}", { params: { path: { id, other } }, body })),
  );
