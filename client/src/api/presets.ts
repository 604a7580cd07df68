import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { useShowCommand } from "./edits";
import { keys } from "./keys";

/** Presets for cues: those of Phonaris, and the user's own. */
export const usePresets = () =>
  useQuery({
    queryKey: keys.presets(),
    queryFn: async ({ signal }) => unwrap(await api.GET("/api/presets", { signal })),
  });

/** Applies a preset to cues; null resets them. */
export const useApplyPreset = (id: string) =>
  useShowCommand(id, async ({ cueIds, presetId }: { cueIds: string[]; presetId: string | null }) =>
    unwrap(await api.POST("/api/shows/{id}/apply", { params: { path: { id } }, body: { cueIds, preset: presetId } })),
  );

/** Saves the settings of a cue as a preset. */
export const useSavePreset = (id: string) =>
  usePresetsChange(async ({ cueId, name }: { cueId: string; name: string }) =>
    unwrap(await api.POST("/api/shows/{id}/cues/{cueId}/presets", { params: { path: { id, cueId } }, body: { name } })),
  );

export const useRemovePreset = () =>
  usePresetsChange(async (id: string) => unwrap(await api.DELETE("/api/presets/{id}", { params: { path: { id } } })));

function usePresetsChange<Variables>(run: (variables: Variables) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSettled: () => queries.invalidateQueries({ queryKey: keys.presets() }),
  });
}
