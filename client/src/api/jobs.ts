import {
  type QueryClient,
  type QueryFunctionContext,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { api, type JobView, unwrap } from "./client";
import { keys } from "./keys";
import { refetch } from "./show";

/** The jobs of a show. */
export const jobsQuery = (id: string) => ({
  queryKey: keys.jobs(id),
  queryFn: async ({ signal, client }: QueryFunctionContext) => {
    const listed = unwrap(await api.GET("/api/shows/{id}/jobs", { params: { path: { id } }, signal }));
    const known = client.getQueryData<JobView[]>(keys.jobs(id)) ?? [];
    return listed.map((job) =>
      newer(
        known.find((k) => k.id === job.id),
        job,
      ),
    );
  },
});

export const useJobs = (id: string) => useQuery(jobsQuery(id));

/** The newer of two states of a job. Messages can arrive out of order, but a job that has ended stays ended. */
const newer = (known: JobView | undefined, told: JobView) => (known && !isOpen(known) && isOpen(told) ? known : told);

export const isOpen = (job: JobView) => job.state === "waiting" || job.state === "running";

/** Adds a job to the known ones, or replaces it. */
export function upsertJob(queries: QueryClient, job: JobView) {
  const queryKey = keys.jobs(job.showId);
  // A list that is being fetched may be older than this job.
  const isMissed =
    queries.isFetching({ queryKey }) > 0 && !queries.getQueryData<JobView[]>(queryKey)?.some((j) => j.id === job.id);
  queries.setQueryData<JobView[]>(queryKey, (jobs = []) =>
    jobs.some((j) => j.id === job.id) ? jobs.map((j) => (j.id === job.id ? newer(j, job) : j)) : [job, ...jobs],
  );
  if (isMissed) void refetch(queries, queryKey);
}

/** Runs something that starts a job, and adds that job to the known ones. */
export function useJobCommand<Variables>(run: (variables: Variables) => Promise<JobView>) {
  const queries = useQueryClient();
  return useMutation({ mutationFn: run, onSuccess: (job) => upsertJob(queries, job) });
}

/** Cancels a job. */
export const useCancelJob = (showId: string) =>
  useJobsChange(showId, async (jobId: string) =>
    unwrap(await api.POST("/api/jobs/{id}/cancel", { params: { path: { id: jobId } } })),
  );

/** Removes a finished job and its result. */
export const useRemoveJob = (showId: string) =>
  useJobsChange(showId, async (jobId: string) =>
    unwrap(await api.DELETE("/api/jobs/{id}", { params: { path: { id: jobId } } })),
  );

/** Makes the browser version of a video again. */
export const useCopyVideo = (showId: string) =>
  useJobsChange(showId, async (media: string) =>
    unwrap(await api.POST("/api/shows/{id}/videos/{media}/copy", { params: { path: { id: showId, media } } })),
  );

function useJobsChange(showId: string, run: (id: string) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: run,
    onSettled: () => queries.invalidateQueries({ queryKey: keys.jobs(showId) }),
  });
}
