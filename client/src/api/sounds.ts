import { useQuery } from "@tanstack/react-query";
import { api, type UploadedFile, type Schemas, type Sound, unwrap } from "./client";
import { useJobCommand } from "./jobs";
import { keys } from "./keys";

/** The waveform of a part of a sound. */
export const usePeaks = (showId: string, sound: Sound, from: number, to: number, columns: number, enabled = true) =>
  useQuery({
    enabled,
    queryKey: keys.peaks(showId, sound.media, from, to, columns),
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET("/api/shows/{id}/sounds/{soundId}/peaks", {
          params: { path: { id: showId, soundId: sound.id }, query: { from, to, columns } },
          signal,
        }),
      ),
  });

/** The address of the samples of a sound. It contains the file's hash, so that browsers do not play an earlier file. */
export const samplesUrl = (showId: string, { id, media }: Sound) =>
  `/api/shows/${showId}/sounds/${id}/samples?media=${media}`;

/** How much a sound's file adds to an exported show. */
export const useWeight = (showId: string, sound: Sound) =>
  useQuery({
    queryKey: keys.weight(showId, sound.media),
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET("/api/shows/{id}/sounds/{soundId}/weight", {
          params: { path: { id: showId, soundId: sound.id } },
          signal,
        }),
      ),
  });

/** Adds an uploaded file to the sounds of a show. */
export const addSound = async (showId: string, body: Schemas["NewSound"]) =>
  unwrap(await api.POST("/api/shows/{id}/sounds", { params: { path: { id: showId } }, body }));

/** Replaces the file of a sound with an uploaded one. */
export const replaceSound = async (showId: string, soundId: string, body: UploadedFile) =>
  unwrap(
    await api.POST("/api/shows/{id}/sounds/{soundId}/replace", { params: { path: { id: showId, soundId } }, body }),
  );

/** Replaces the file of a sound with a smaller one that sounds the same. */
export const useLighterCopy = (showId: string, soundId: string) =>
  useJobCommand<undefined>(async () =>
    unwrap(await api.POST("/api/shows/{id}/sounds/{soundId}/lighter", { params: { path: { id: showId, soundId } } })),
  );
