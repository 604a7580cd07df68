import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** The last edits of a show, oldest first. */
export const useHistory = (id: string, revision: number, most: number) =>
  useQuery({
    queryKey: keys.history(id, revision, most),
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/shows/{id}/history", { params: { path: { id }, query: { most } }, signal })),
    placeholderData: keepPreviousData,
  });

/** The named versions of a show. */
export const useVersions = (id: string) =>
  useQuery({
    queryKey: keys.versions(id),
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/shows/{id}/versions", { params: { path: { id } }, signal })),
  });

/** Undoes or redoes to a position of the history. */
export const useGoToPosition = (id: string) =>
  useShowCommand(id, async (position: number) =>
    unwrap(await api.POST("/api/shows/{id}/wind", { params: { path: { id }, query: { position } } })),
  );

/** Saves the current show as a version. */
export function useSaveVersion(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (name: string) =>
      unwrap(await api.POST("/api/shows/{id}/versions", { params: { path: { id } }, body: { name } })),
    onSuccess: (versions) => queries.setQueryData(keys.versions(id), versions),
  });
}

/** Restores a version. */
export const useRestoreVersion = (id: string) =>
  useShowCommand(id, async (versionId: string) =>
    unwrap(await api.POST("/api/shows/{id}/versions/{versionId}/goback", { params: { path: { id, versionId } } })),
  );
