import {
  keepPreviousData,
  type QueryClient,
  type QueryFunctionContext,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useMemo } from "react";
import { toast } from "sonner";
import { lookedAt } from "./asOf";
import { changed } from "./change";
import { answered, api, titleOf, type Edit, type JobView, type Schemas, type ShowView } from "./client";

const showKey = (id: string) => ["show", id];
const jobsKey = (id: string) => ["jobs", id];

export const useShows = () =>
  useQuery({ queryKey: ["shows"], queryFn: async ({ signal }) => answered(await api.GET("/api/shows", { signal })) });

/** A show as it is. Told of a change while it is asked for, the answer may be the older one. */
export const showQuery = (id: string) => ({
  queryKey: showKey(id),
  queryFn: async ({ signal, client }: QueryFunctionContext) => {
    const known = () => client.getQueryData<ShowView>(showKey(id));
    const before = known();
    const asked = answered(await api.GET("/api/shows/{id}", { params: { path: { id } }, signal }));
    const now = known();
    return now && now !== before && now.revision > asked.revision ? now : asked;
  },
});

export const useShow = (id: string) => useQuery(showQuery(id));

/** The jobs of a show. */
export const jobsQuery = (id: string) => ({
  queryKey: jobsKey(id),
  queryFn: async ({ signal, client }: QueryFunctionContext) => {
    const listed = answered(await api.GET("/api/shows/{id}/jobs", { params: { path: { id } }, signal }));
    const known = client.getQueryData<JobView[]>(jobsKey(id)) ?? [];
    return listed.map((job) =>
      later(
        known.find((k) => k.id === job.id),
        job,
      ),
    );
  },
});

export const useJobs = (id: string) => useQuery(jobsQuery(id));

/** Asks for something as it is now: an answer on its way may be of a time before, that of the first question too. */
export async function askAnew(queries: QueryClient, queryKey: readonly string[]) {
  await queries.cancelQueries({ queryKey });
  await queries.invalidateQueries({ queryKey });
}

/** Of two tellings of a job the one that holds: news overtake each other, but a job that has ended stays so. */
const later = (known: JobView | undefined, told: JobView) => (known && !isOpen(known) && isOpen(told) ? known : told);

export const isOpen = (job: JobView) => job.state === "waiting" || job.state === "running";

export const usePeaks = (showId: string, soundId: string, from: number, to: number, columns: number) =>
  useQuery({
    queryKey: ["peaks", showId, soundId, from, to, columns],
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      answered(
        await api.GET("/api/shows/{id}/sounds/{soundId}/peaks", {
          params: { path: { id: showId, soundId }, query: { from, to, columns } },
          signal,
        }),
      ),
  });

/** What the server proposes for a cue where something is asked for without saying which or how much. */
export const proposalsFor = async (id: string, cueId: string, signal: AbortSignal | null = null) =>
  answered(await api.GET("/api/shows/{id}/cues/{cueId}/proposals", { params: { path: { id, cueId } }, signal }));

/** A cue's music beside its span, at a revision of the show. */
export const useFits = (showId: string, cueId: string, revision: number) =>
  useQuery({
    queryKey: ["fits", showId, cueId, revision],
    retry: false,
    queryFn: async ({ signal }) =>
      answered(await api.GET("/api/shows/{id}/cues/{cueId}/fits", { params: { path: { id: showId, cueId } }, signal })),
    placeholderData: (before, query) => (query?.queryKey[2] === cueId ? before : undefined),
  });

/** How loud a show is, at a revision of it; what was known before stands until that is there. */
export const useLevels = (showId: string, revision: number) =>
  useQuery({
    queryKey: ["levels", showId, revision],
    retry: false,
    queryFn: async ({ signal }) =>
      answered(await api.GET("/api/shows/{id}/levels", { params: { path: { id: showId } }, signal })),
    placeholderData: keepPreviousData,
  });

/** How loud a show would be along its slides, at a revision of it, with all levels matched but those of some cues; asked for where that is something else. */
export const useMatched = (showId: string, revision: number, leftOut: readonly string[], wanted: boolean) =>
  useQuery({
    queryKey: ["matched", showId, revision, leftOut],
    enabled: wanted,
    retry: false,
    queryFn: async ({ signal }) =>
      answered(
        await api.GET("/api/shows/{id}/levels/matched", {
          params: { path: { id: showId }, query: { leftOut: leftOut.join(",") } },
          signal,
        }),
      ),
  });

/** Takes a change over into the view it was made from; tells whether it could. */
export function keepChange(
  queries: QueryClient,
  id: string,
  revision: number,
  change: Schemas["ShowChange"] | null | undefined,
) {
  const now = queries.getQueryData<ShowView>(showKey(id));
  if (now && now.revision >= revision) return true;
  if (!now || !change || change.since !== now.revision) return false;
  queries.setQueryData(showKey(id), changed(now, change));
  return true;
}

/** Takes over what became of a show, asking for it anew where that is not all known. */
export async function keepEdited(queries: QueryClient, id: string, { revision, change }: Schemas["Edited"]) {
  if (!keepChange(queries, id, revision, change)) await askAnew(queries, showKey(id));
}

/** Puts what is known of a job in place. */
export function keepJob(queries: QueryClient, job: JobView) {
  const queryKey = jobsKey(job.showId);
  // A list on its way may be of a time before this one came.
  const missed =
    queries.isFetching({ queryKey }) > 0 && !queries.getQueryData<JobView[]>(queryKey)?.some((j) => j.id === job.id);
  queries.setQueryData<JobView[]>(queryKey, (jobs = []) =>
    jobs.some((j) => j.id === job.id) ? jobs.map((j) => (j.id === job.id ? later(j, job) : j)) : [job, ...jobs],
  );
  if (missed) void askAnew(queries, queryKey);
}

/** Somebody else changed the same thing in the meantime. */
class Collision extends Error {}

export const say = (problem: Error) => toast.error(problem.message, { duration: 8000 });

/** This page, to whose own edits its edits do not collide. */
const sender = Array.from(crypto.getRandomValues(new Uint8Array(8)), (byte) => byte.toString(16).padStart(2, "0")).join(
  "",
);

/** Changes a show: makes an edit, undoes, redoes. */
export function useEdits(showId: string) {
  const queries = useQueryClient();
  return useMemo(() => editsOf(queries, showId), [queries, showId]);
}

function editsOf(queries: QueryClient, showId: string) {
  const path = { params: { path: { id: showId } } };
  const asSender = { params: { path: { id: showId }, query: { sender } } };
  const revision = () => queries.getQueryData<ShowView>(showKey(showId))?.revision ?? 0;
  const anew = () => askAnew(queries, showKey(showId));
  const failed = async (problem: Error) => {
    say(problem);
    await anew();
  };
  // Nothing is drawn anew because an edit is on its way: only what it changes is. So nobody observes these mutations.
  const make = (call: () => Promise<Schemas["Edited"]>, onError = failed) =>
    void queries
      .getMutationCache()
      .build(queries, {
        // One after the other, each on what the one before it made: quick strokes of one hand do not collide.
        mutationKey: ["edit", showId],
        scope: { id: `edits of ${showId}` },
        mutationFn: call,
        onSuccess: (edited: Schemas["Edited"]) => keepEdited(queries, showId, edited),
        onError,
      })
      .execute(undefined)
      .catch(() => undefined);
  const edit = (made: Edit) => {
    // What the person was looking at, however long it waits for what they did before.
    const body = { revision: lookedAt() ?? revision(), edit: made, sender };
    make(
      async () => {
        const answer = await api.POST("/api/shows/{id}/edits", { ...path, body });
        if (answer.response.status === 409) throw new Collision(titleOf(answer.error) ?? "This was changed meanwhile.");
        return answered(answer);
      },
      async (problem) => {
        if (!(problem instanceof Collision)) return failed(problem);
        await anew();
        // Neither change is lost: this one can be made once more, on what is there now.
        const again = { label: "Change it all the same", onClick: () => edit(made) };
        toast.error(problem.message, { duration: 20_000, action: again });
      },
    );
  };
  return {
    edit,
    undo: () => make(async () => answered(await api.POST("/api/shows/{id}/undo", asSender))),
    redo: () => make(async () => answered(await api.POST("/api/shows/{id}/redo", asSender))),
  };
}

/** Where a sound is laid: on a slide, with a step of it, some time after that, through a slide. */
export interface Drop {
  soundId: string;
  slideId: string;
  stepId?: string;
  delayMs?: number;
  throughSlideId?: string;
}

/** Lays a sound on a slide with the settings of its kind. */
export function useDrop(showId: string, placed: (cueId: string) => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (drop: Drop) =>
      answered(
        await api.POST("/api/shows/{id}/drops", { params: { path: { id: showId } }, body: { delayMs: 0, ...drop } }),
      ),
    onSuccess: async ({ cueId, edited }) => {
      await keepEdited(queries, showId, edited);
      placed(cueId);
    },
    onError: say,
  });
}
