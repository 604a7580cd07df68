import { useQuery } from "@tanstack/react-query";
import { api, type UploadedFile, type Schemas, unwrap } from "./client";
import { keys } from "./keys";

const pathOf = (id: string) => ({ params: { path: { id } } });

/**
 * What an imported deck can be used for. It is read once: the answer stays while the show changes behind the dialog.
 */
export const useDeckLook = (id: string, files: readonly UploadedFile[]) =>
  useQuery({
    queryKey: keys.deckLook(
      id,
      files.map((f) => f.hash),
    ),
    gcTime: 0,
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      unwrap(await api.POST("/api/shows/{id}/deck/look", { ...pathOf(id), body: { files: [...files] }, signal })),
  });

/** Adds slides from a deck, or a slide filled by a picture. */
export const addSlides = async (id: string, body: Schemas["NewSlides"], signal?: AbortSignal) =>
  unwrap(await api.POST("/api/shows/{id}/deck", { ...pathOf(id), body, ...(signal && { signal }) }));

/** Refreshes the slides from a newer deck. */
export const refreshSlides = async (id: string, files: UploadedFile[], fromDeck: string[], signal: AbortSignal) =>
  unwrap(await api.POST("/api/shows/{id}/deck/refresh", { ...pathOf(id), body: { files, fromDeck }, signal }));

/** Gives slides the pictures of pages. */
export const joinPages = async (id: string, files: UploadedFile[], joined: number[], signal: AbortSignal) =>
  unwrap(await api.POST("/api/shows/{id}/deck/join", { ...pathOf(id), body: { files, joined }, signal }));
