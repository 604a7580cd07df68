import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "./client";
import { keys } from "./keys";

type RunPath = { id: string; runId: string };

/** Begins a run with the current show, planned for live use. */
export const createRun = async (id: string, kind: Schemas["RunKind"]): Promise<Schemas["NewRunView"]> =>
  unwrap(await api.POST("/api/shows/{id}/runs", { params: { path: { id } }, body: { kind } }));

/** Saves what happened in a run so far. */
export const saveRun = async (path: RunPath, body: Schemas["RunDetails"]) => {
  const { response } = await api.PUT("/api/shows/{id}/runs/{runId}", { params: { path }, body });
  return response.ok;
};

/** The runs of a show, the latest first. */
export const useRuns = (id: string, before: () => Promise<unknown>) =>
  useQuery({
    queryKey: keys.runs(id),
    queryFn: async ({ signal }) => {
      await before();
      return unwrap(await api.GET("/api/shows/{id}/runs", { params: { path: { id } }, signal }));
    },
  });

/** The report of a run, compared with a revision of the show. */
export const useRunReport = (id: string, runId: string, revision: number | undefined) =>
  useQuery({
    queryKey: keys.runReport(id, runId, revision),
    // Until the show is known, an edit would have no revision.
    enabled: revision !== undefined,
    queryFn: async ({ signal }) => ({
      ...unwrap(await api.GET("/api/shows/{id}/runs/{runId}/report", { params: { path: { id, runId } }, signal })),
      revision: revision ?? 0,
    }),
    placeholderData: (before, query) => (query?.queryKey[2] === runId ? before : undefined),
  });

/** Lets clickers join a run. */
export const openClicker = async (path: RunPath) =>
  unwrap(await api.POST("/api/shows/{id}/runs/{runId}/clicker", { params: { path } }));

/** Sends clickers what to show. */
export const updateClicker = async (path: RunPath, body: Schemas["ClickerState"]) =>
  unwrap(await api.PUT("/api/shows/{id}/runs/{runId}/clicker/state", { params: { path }, body }));

/** Disconnects all clickers. */
export const closeClicker = async (path: RunPath) =>
  unwrap(await api.DELETE("/api/shows/{id}/runs/{runId}/clicker", { params: { path } }));
