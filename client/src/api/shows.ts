import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type UploadedFile, unwrap } from "./client";
import { keys } from "./keys";

/** All shows. */
export const useShows = () =>
  useQuery({ queryKey: keys.shows(), queryFn: async ({ signal }) => unwrap(await api.GET("/api/shows", { signal })) });

/** The shows in the trash. */
export const useTrash = () =>
  useQuery({ queryKey: keys.trash(), queryFn: async ({ signal }) => unwrap(await api.GET("/api/trash", { signal })) });

/** Creates a show from the files of a deck. */
export const createShow = async (files: UploadedFile[], holdMs: number, signal: AbortSignal) =>
  unwrap(await api.POST("/api/shows", { body: { title: null, files, holdMs }, signal }));

/** Opens a show from a package. */
export const openPackage = async (body: UploadedFile, signal: AbortSignal) =>
  unwrap(await api.POST("/api/shows/open", { body, signal }));

export const useDuplicateShow = () =>
  useShowsChange(async (id: string) =>
    unwrap(await api.POST("/api/shows/{id}/duplicate", { params: { path: { id } } })),
  );

/** Moves a show to the trash. */
export const useDeleteShow = () =>
  useShowsChange(async (id: string) => unwrap(await api.DELETE("/api/shows/{id}", { params: { path: { id } } })));

/** Restores a show from the trash. */
export const useRestoreShow = () =>
  useShowsChange(async (id: string) => unwrap(await api.POST("/api/trash/{id}/restore", { params: { path: { id } } })));

/** Deletes a show in the trash permanently, and returns how many bytes that freed. */
export const useDeletePermanently = () =>
  useShowsChange(async (id: string) => unwrap(await api.DELETE("/api/trash/{id}", { params: { path: { id } } })));

function useShowsChange<Result>(run: (id: string) => Promise<Result>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSettled: () =>
      Promise.all([keys.shows(), keys.trash()].map((queryKey) => queries.invalidateQueries({ queryKey }))),
  });
}
