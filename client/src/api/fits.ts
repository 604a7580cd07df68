import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { isSamePart, keys } from "./keys";

/** The fits of a cue's music to its slides, or the job that analyses it first. */
export const useFits = (showId: string, cueId: string, revision: number) =>
  useQuery({
    queryKey: keys.fits(showId, cueId, revision),
    queryFn: async ({ signal }) => ({
      ...unwrap(
        await api.GET("/api/shows/{id}/cues/{cueId}/fits", { params: { path: { id: showId, cueId } }, signal }),
      ),
      revision,
    }),
    placeholderData: (before, query) => (query?.queryKey[2] === cueId ? before : undefined),
  });

/** A method for each bed at once, or the job that analyses them first. */
export const fetchFitsOfAll = async (showId: string) =>
  unwrap(await api.GET("/api/shows/{id}/fits", { params: { path: { id: showId } } }));

/** The edit that moves an edit point of a re-cut to the best place near a frame. */
export const fetchMovedEdit = async (showId: string, cueId: string, join: number, fromFrame: number) =>
  unwrap(
    await api.GET("/api/shows/{id}/cues/{cueId}/fits/moved", {
      params: { path: { id: showId, cueId }, query: { join, fromFrame } },
    }),
  );

export interface RepaceOptions {
  on: "anywhere" | "beats" | "bars";
  leastMs?: number;
  greatestMs?: number;
}

/** The holds with which the slides end with the music. */
export const useRepace = (showId: string, cueId: string, revision: number, options: RepaceOptions) =>
  useQuery({
    queryKey: keys.repace(showId, cueId, revision, options),
    queryFn: async ({ signal }) => ({
      ...unwrap(
        await api.GET("/api/shows/{id}/cues/{cueId}/repace", {
          params: { path: { id: showId, cueId }, query: options },
          signal,
        }),
      ),
      revision,
    }),
    // Only for the same question: the applied values must be the requested ones.
    placeholderData: (before, query) =>
      query?.queryKey[2] === cueId && isSamePart(query.queryKey[4], options) ? before : undefined,
  });
