import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

export interface CatalogueSearch {
  words: string;
  kind: string;
  mood: string;
  /** In seconds. */
  least: number;
  most: number;
}

/** The pieces of the catalogue that match a search. */
export const useCatalogue = (search: CatalogueSearch) =>
  useQuery({
    queryKey: keys.catalogue(search),
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/catalogue", { params: { query: { ...search } }, signal })),
  });

/** The address of a piece, to listen to. */
export const pieceUrl = (pieceId: string) => `/api/catalogue/${pieceId}/file`;

/** Adds a piece of the catalogue to a show; where a sound is given, in its place. */
export const useTakePiece = (id: string, soundId?: string) =>
  useShowCommand(id, async (pieceId: string) =>
    unwrap(
      soundId === undefined
        ? await api.POST("/api/shows/{id}/catalogue/{pieceId}", { params: { path: { id, pieceId } } })
        : await api.POST("/api/shows/{id}/sounds/{soundId}/catalogue/{pieceId}", {
            params: { path: { id, soundId, pieceId } },
          }),
    ),
  );
