import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type JobView, type Schemas, unwrap } from "./client";
import { useJobCommand } from "./jobs";
import { keys } from "./keys";

/** Starts an export; exports run one after the other in the background. */
export const useExport = (id: string) =>
  useJobCommand(async (body: Schemas["NewExport"]) =>
    unwrap(await api.POST("/api/shows/{id}/exports", { params: { path: { id } }, body })),
  );

/** The length, size and duration of an export. */
export const useExportEstimate = (id: string, revision: number, asked: Schemas["NewExport"], enabled: boolean) =>
  useQuery({
    queryKey: keys.exportEstimate(id, revision, asked),
    enabled,
    queryFn: async ({ signal }) =>
      unwrap(await api.POST("/api/shows/{id}/exports/about", { params: { path: { id } }, body: asked, signal })),
    placeholderData: keepPreviousData,
  });

/** The result of a finished export. */
export const useExportReport = (job: JobView) =>
  useQuery({
    queryKey: keys.exportReport(job.id),
    enabled: job.state === "done",
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      unwrap(await api.GET("/api/jobs/{id}/export", { params: { path: { id: job.id } }, signal })),
  });
