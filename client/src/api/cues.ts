import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** Where a sound is placed: on a slide, at a step, after a delay, through to another slide. */
export interface Drop {
  soundId: string;
  slideId: string;
  stepId?: string;
  delayMs?: number;
  throughSlideId?: string;
}

/** Places a sound on a slide with the settings of its kind. */
export const usePlaceSound = (id: string) =>
  useShowCommand(
    id,
    async (drop: Drop) =>
      unwrap(await api.POST("/api/shows/{id}/drops", { params: { path: { id } }, body: { delayMs: 0, ...drop } })),
    ({ edited }) => edited,
  );

/** The server's proposals for a cue, used when a setting is turned on without a value. */
export const fetchProposals = async (id: string, cueId: string, signal: AbortSignal | null = null) =>
  unwrap(await api.GET("/api/shows/{id}/cues/{cueId}/proposals", { params: { path: { id, cueId } }, signal }));

export const useProposals = (id: string, cueId: string | undefined, revision: number, enabled: boolean) =>
  useQuery({
    queryKey: keys.proposals(id, cueId, revision),
    queryFn: ({ signal }) => fetchProposals(id, cueId ?? "", signal),
    placeholderData: (before, query) => (query?.queryKey[2] === cueId ? before : undefined),
    enabled: enabled && cueId !== undefined,
  });

/** The span for typed slide numbers. */
export const fetchSpan = async (id: string, typed: string) =>
  unwrap(await api.GET("/api/shows/{id}/span", { params: { path: { id }, query: { typed } } }));

/** The clip of copied cues. */
export const fetchClip = async (id: string, cueIds: string[]) =>
  unwrap(await api.POST("/api/shows/{id}/clip", { params: { path: { id } }, body: { cueIds } }));

/** Pastes a clip, starting at a slide. */
export const usePasteClip = (id: string) =>
  useShowCommand(id, async ({ clip, slideId }: { clip: Schemas["CueClip"]; slideId: string }) =>
    unwrap(await api.POST("/api/shows/{id}/paste", { params: { path: { id } }, body: { clip, slideId } })),
  );

/** What plays on a slide and why. */
export const useExplanation = (id: string, slideId: string, revision: number) =>
  useQuery({
    queryKey: keys.explanation(id, slideId, revision),
    queryFn: async ({ signal }) =>
      unwrap(
        await api.GET("/api/shows/{id}/slides/{slideId}/explain", { params: { path: { id, slideId } }, signal }),
      ).map((line) => ({ ...line, revision })),
    placeholderData: (before, query) => (query?.queryKey[2] === slideId ? before : undefined),
  });

/** A picture for a slide, a step or a hotspot, from an uploaded file. */
export const createPicture = async (body: Schemas["UploadedFile"]) => unwrap(await api.POST("/api/pictures", { body }));
