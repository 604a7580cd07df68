import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** A finding, with the revision for which its remedies were proposed. */
export type Finding = Schemas["FindingView"] & { revision: number };

const withRevision = ({ findings, revision, ...rest }: Schemas["ChecksView"]) => ({
  ...rest,
  findings: findings.map((finding): Finding => ({ ...finding, revision })),
});

/** The findings of all checks; none are asked for before a revision is known. */
export const useFindingsAt = (showId: string, revision: number | undefined) =>
  useQuery({
    queryKey: keys.checks(showId, revision),
    enabled: revision !== undefined,
    queryFn: async ({ signal }) =>
      withRevision(unwrap(await api.GET("/api/shows/{id}/checks", { params: { path: { id: showId } }, signal }))),
    placeholderData: (before, query) => (query?.queryKey[1] === showId ? before : undefined),
  });

/** Applies all remedies that need no decision, as one edit. */
export const useFixAll = (id: string) =>
  useShowCommand<undefined>(id, async () =>
    unwrap(await api.POST("/api/shows/{id}/checks/put-right", { params: { path: { id } } })),
  );
