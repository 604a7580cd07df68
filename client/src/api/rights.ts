import { useQuery } from "@tanstack/react-query";
import { api, fetchFile, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** Whether each sound is cleared for the show's destination. */
export const useClearance = (id: string, revision: number) =>
  useQuery({
    queryKey: keys.clearance(id, revision),
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/shows/{id}/clearance", { params: { path: { id } }, signal })),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });

/** Asks a clearance desk about a sound, and pays its fee if the user agrees. */
export const useAskDesk = (id: string, soundId: string) =>
  useShowCommand(
    id,
    async (pays: boolean) =>
      unwrap(
        await api.POST("/api/shows/{id}/sounds/{soundId}/ask-desk", {
          params: { path: { id, soundId } },
          body: { pays },
        }),
      ),
    ({ edited }) => edited,
  );

/** The address of the credits as a text file. */
export const creditsUrl = (id: string) => `/api/shows/${id}/credits`;

/** The credits as text. */
export const useCredits = (id: string, revision: number) =>
  useQuery({
    queryKey: keys.credits(id, revision),
    queryFn: async ({ signal }) => (await fetchFile(creditsUrl(id), { signal })).text(),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });
