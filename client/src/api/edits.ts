import { type QueryClient, useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { toast } from "sonner";
import type { EditOf } from "./changes";
import { api, type Schemas, unwrap } from "./client";
import { isTransient, reportError, UserError } from "./errors";
import { keys } from "./keys";
import { applyEdited, cachedShow, refetch } from "./show";

/** This page, whose own edits do not collide with each other. */
const sender = Array.from(crypto.getRandomValues(new Uint8Array(8)), (byte) => byte.toString(16).padStart(2, "0")).join(
  "",
);

const againMs = 1000;
const collisionShownMs = 20_000;

/** What all changes of one show have in common: they are sent one after the other. */
const queueOf = (showId: string) => ({ mutationKey: keys.edits(showId), scope: { id: `edits of ${showId}` } });

/**
 * Edits are sent again until the server can be reached. Undo and redo are not: an answer can be lost after the server has done it, and
 * done twice they would take back one more.
 */
const untilSent = { retry: (_: number, error: Error) => isTransient(error), retryDelay: againMs };

/** Edits a show, undoes and redoes. */
export function useEdits(showId: string) {
  const queries = useQueryClient();
  return useMemo(() => createEdits(queries, showId), [queries, showId]);
}

/** The edits of a show. */
export function createEdits(queries: QueryClient, showId: string) {
  // What the user looked at when what ends in an edit was begun.
  let base: number | undefined;
  const params = { path: { id: showId } };
  // Undo takes back what this page shows as done last, nothing of a colleague's since.
  const asSeen = () => ({ ...params, query: { sender, revision: cachedShow(queries, showId)?.revision ?? 0 } });
  const fetchAgain = () => refetch(queries, keys.show(showId));
  const failed = async (error: Error) => {
    reportError(error);
    await fetchAgain();
  };
  // No component observes these mutations: nothing is drawn again because an edit is on its way.
  const enqueue = (run: () => Promise<Schemas["Edited"] | undefined>, onError = failed, repeated = {}) =>
    void queries
      .getMutationCache()
      .build(queries, {
        ...queueOf(showId),
        ...repeated,
        mutationFn: run,
        onSuccess: (edited: Schemas["Edited"] | undefined) => edited && applyEdited(queries, showId, edited),
        onError,
        meta: { showsErrors: true },
      })
      .execute(undefined)
      .catch(() => undefined);
  const edit = (made: EditOf, proposedFor?: number) => {
    // What the user was looking at, however long the edit waits for those before it.
    const revision = proposedFor ?? base ?? cachedShow(queries, showId)?.revision ?? 0;
    enqueue(
      async () => {
        const view = cachedShow(queries, showId);
        const now = typeof made === "function" ? view && made(view.show) : made;
        if (!now) return undefined;
        const answer = await api.POST("/api/shows/{id}/edits", { params, body: { revision, edit: now, sender } });
        return unwrap(answer);
      },
      async (error) => {
        if (!(error instanceof UserError && error.kind === "changed")) return failed(error);
        await fetchAgain();
        // Neither change is lost: this one can be made again, on what is there now.
        const action = { label: "Change it all the same", onClick: () => edit(made) };
        toast.error(error.message, { duration: collisionShownMs, action });
      },
      untilSent,
    );
  };
  /**
   * Begins typing or dragging. An edit made by what it returns is checked against the revision at the beginning, so that what somebody else
   * changed meanwhile is not overwritten without a word.
   */
  const beginEditing = () => {
    const revision = cachedShow(queries, showId)?.revision;
    return (commit: () => void) => {
      base = revision;
      try {
        commit();
      } finally {
        base = undefined;
      }
    };
  };
  return {
    edit,
    beginEditing,
    undo: () => enqueue(async () => unwrap(await api.POST("/api/shows/{id}/undo", { params: asSeen() }))),
    redo: () => enqueue(async () => unwrap(await api.POST("/api/shows/{id}/redo", { params: asSeen() }))),
  };
}

/** Runs a command that changes a show, after the edits before it, and applies the result. */
export function useShowCommand<Variables, Result = Schemas["Edited"]>(
  showId: string,
  run: (variables: Variables) => Promise<Result>,
  editedOf: (result: Result) => Schemas["Edited"] | null | undefined = (result) => result as Schemas["Edited"],
) {
  const queries = useQueryClient();
  return useMutation({
    ...queueOf(showId),
    mutationFn: run,
    onSuccess: (result: Result) => {
      const edited = editedOf(result);
      return edited ? applyEdited(queries, showId, edited) : undefined;
    },
  });
}
