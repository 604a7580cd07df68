import { type QueryClient, useQuery } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

type Checks = Schemas["ChecksView"];

/** The revision that the findings on the page, and so their fixes, belong to. */
export const checkedRevision = (queries: QueryClient, id: string) =>
  Math.max(
    0,
    ...queries.getQueriesData<Checks>({ queryKey: keys.checksOf(id) }).map(([, checks]) => checks?.revision ?? 0),
  );

/** The findings of all checks; not requested before a revision is known. */
export const useFindingsAt = (showId: string, revision: number | undefined) =>
  useQuery({
    queryKey: keys.checks(showId, revision),
    enabled: revision !== undefined,
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/shows/{id}/checks", { params: { path: { id: showId } }, signal })),
    placeholderData: (before, query) => (query?.queryKey[1] === showId ? before : undefined),
  });

/** Applies all fixes that need no decision, as one edit. */
export const useFixAll = (id: string) =>
  useShowCommand<undefined>(id, async () =>
    unwrap(await api.POST("/api/shows/{id}/checks/fix", { params: { path: { id } } })),
  );
