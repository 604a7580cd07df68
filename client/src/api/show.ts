import { type QueryClient, type QueryFunctionContext, useQuery } from "@tanstack/react-query";
import { api, type Schemas, type ShowView, unwrap } from "./client";
import { keys } from "./keys";
import { applyPatch } from "./patch";

/** A show. If a change arrives while it is being fetched, the response may be the older one. */
export const showQuery = (id: string) => ({
  queryKey: keys.show(id),
  queryFn: async ({ signal, client }: QueryFunctionContext) => {
    const before = cachedShow(client, id);
    const fetched = unwrap(await api.GET("/api/shows/{id}", { params: { path: { id } }, signal }));
    const now = cachedShow(client, id);
    return now && now !== before && now.revision > fetched.revision ? now : fetched;
  },
});

/** An open show. */
export const useShow = (id: string) => useQuery(showQuery(id));

/** The newest view of a show that this page has. */
export const cachedShow = (queries: QueryClient, id: string) => queries.getQueryData<ShowView>(keys.show(id));

/** Fetches something again. A pending request may return older data, so it is cancelled. */
export async function refetch(queries: QueryClient, queryKey: readonly unknown[]) {
  await queries.cancelQueries({ queryKey });
  await queries.invalidateQueries({ queryKey });
}

const mostFetches = 10;

/** Fetches a show until it has reached a revision. A pending fetch is waited for: if each edit of a colleague cancelled it, none would finish. */
export async function fetchUpTo(queries: QueryClient, id: string, revision: number) {
  for (let tries = 0; tries < mostFetches; tries++)
    if ((await queries.fetchQuery({ ...showQuery(id), retry: false })).revision >= revision) return;
}

/** Applies a change to the view it was made from. Returns whether that was possible. */
export function applyChange(
  queries: QueryClient,
  id: string,
  revision: number,
  change: Schemas["ShowChange"] | null | undefined,
): boolean {
  const now = cachedShow(queries, id);
  if (now && now.revision >= revision) return true;
  if (!now || !change || change.since !== now.revision) return false;
  queries.setQueryData(keys.show(id), applyPatch(now, change));
  return true;
}

/** Applies the result of an edit, and fetches the show again if that is not enough. */
export async function applyEdited(queries: QueryClient, id: string, { revision, change }: Schemas["Edited"]) {
  if (!applyChange(queries, id, revision, change)) await refetch(queries, keys.show(id));
}
