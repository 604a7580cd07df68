import { type QueryClient, useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { toast } from "sonner";
import type { EditOf } from "./changes";
import { api, type Schemas, unwrap } from "./client";
import { isTransient, reportError, UserError } from "./errors";
import { newId } from "./ids";
import { keys } from "./keys";
import { applyEdited, cachedShow, refetch } from "./show";
import { words } from "./words";

/** Identifies this page; edits of the same page do not conflict with each other. */
const sender = newId();

const againMs = 1000;
const collisionShownMs = 20_000;

/** All changes of one show share this scope, so they are sent one after the other. */
const queueOf = (showId: string) => ({ mutationKey: keys.edits(showId), scope: { id: `edits of ${showId}` } });

/** Edits are sent again until the server answers. Each has a key, with which the server carries it out only once, even if an answer was lost. */
const untilAnswered = { retry: (_: number, error: Error) => isTransient(error), retryDelay: againMs };

type RequestKey = { "Idempotency-Key": string };

/** Edits, undoes and redoes. */
export function useEdits(showId: string) {
  const queries = useQueryClient();
  return useMemo(() => createEdits(queries, showId), [queries, showId]);
}

/** The edits of a show. */
export function createEdits(queries: QueryClient, showId: string) {
  // The revision that was on screen when an edit was begun.
  let base: number | undefined;
  // Resolves once the last edit, and so every edit before it, is answered.
  let lastAnswered: Promise<unknown> = Promise.resolve();
  const path = { id: showId };
  const fetchAgain = () => refetch(queries, keys.show(showId));
  const failed = async (error: Error) => {
    reportError(error);
    await fetchAgain();
  };
  // No component observes these mutations, so sending an edit redraws nothing.
  const enqueue = (send: (key: RequestKey) => Promise<Schemas["Edited"] | undefined>, onError = failed) => {
    const key: RequestKey = { "Idempotency-Key": newId() };
    lastAnswered = queries
      .getMutationCache()
      .build(queries, {
        ...queueOf(showId),
        ...untilAnswered,
        mutationFn: () => send(key),
        onSuccess: (edited: Schemas["Edited"] | undefined) => edited && applyEdited(queries, showId, edited),
        onError,
        meta: { showsErrors: true },
      })
      .execute(undefined)
      .catch(() => undefined);
  };
  // Undo reverts the last change this page shows, not a colleague's later one, however often it is sent.
  const enqueueUndo = (direction: "undo" | "redo") => {
    let revision: number | undefined;
    enqueue(async (header) => {
      revision ??= cachedShow(queries, showId)?.revision ?? 0;
      const params = { path, header, query: { sender, revision } };
      return unwrap(await api.POST(`/api/shows/{id}/${direction}`, { params }));
    });
  };
  const edit = (made: EditOf, proposedFor?: number) => {
    // The revision that was on screen, however long the edit waits for those before it.
    const revision = proposedFor ?? base ?? cachedShow(queries, showId)?.revision ?? 0;
    enqueue(
      async (header) => {
        const view = cachedShow(queries, showId);
        const now = typeof made === "function" ? view && made(view.show) : made;
        if (!now) return undefined;
        const body = { revision, edit: now, sender };
        return unwrap(await api.POST("/api/shows/{id}/edits", { params: { path, header }, body }));
      },
      async (error) => {
        if (!(error instanceof UserError && error.kind === "changed")) return failed(error);
        await fetchAgain();
        // Neither change is lost: this one can be made again on the current show.
        const action = { label: words.changeAnyway, onClick: () => edit(made) };
        toast.error(error.message, { duration: collisionShownMs, action });
      },
    );
  };
  /**
   * Begins typing or dragging. The edit made by the returned function is checked against the revision at the beginning, so that a colleague's change
   * in between is not silently overwritten. The promise resolves once the edit is answered, or at once without an edit.
   */
  const beginEditing = () => {
    const revision = cachedShow(queries, showId)?.revision;
    return async (commit: () => void) => {
      base = revision;
      const before = lastAnswered;
      try {
        commit();
      } finally {
        base = undefined;
      }
      // Changes to this page alone do not wait for earlier edits.
      if (lastAnswered !== before) await lastAnswered;
    };
  };
  return {
    edit,
    beginEditing,
    undo: () => enqueueUndo("undo"),
    redo: () => enqueueUndo("redo"),
  };
}

/** Whether edits of a show are still being sent. */
export const isSendingEdits = (queries: QueryClient, showId: string) =>
  queries.isMutating({ mutationKey: keys.edits(showId) }) > 0;

/** Runs a command that changes a show after the edits before it, and applies the result. */
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
