import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { viewOf } from "../tests/show";
import { api, type ShowView } from "./client";
import { createEdits, isSendingEdits } from "./edits";
import { offlineError } from "./errors";

interface Sent {
  path: string;
  key: string | undefined;
  revision: number | undefined;
  edit: unknown;
}

/** A server that does what it is asked, though its first answer to each path is lost on the way. */
function losingAnswers(queries: QueryClient) {
  const sent: Sent[] = [];
  vi.spyOn(api, "POST").mockImplementation(((path: string, { params, body }: never) => {
    const { header, query } = params as { header?: Record<string, string>; query?: { revision: number } };
    const edit = (body as { revision: number; edit: unknown } | undefined) ?? { revision: query?.revision, edit: "" };
    const again = sent.some((one) => one.path === path);
    sent.push({ path, key: header?.["Idempotency-Key"], ...edit });
    if (!again) {
      // A colleague's edit arrives meanwhile.
      queries.setQueryData<ShowView>(["show", "x"], (view) => view && { ...view, revision: view.revision + 2 });
      return Promise.reject(offlineError());
    }
    return Promise.resolve({ data: { revision: 0, change: null }, response: new Response() });
  }) as never);
  return sent;
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

it("repeats unanswered requests with the same key and revision", async () => {
  const queries = new QueryClient();
  queries.setQueryData(["show", "x"], { ...viewOf(), revision: 5 });
  const sent = losingAnswers(queries);
  const edits = createEdits(queries, "x");
  edits.edit({ kind: "shiftLevels", cueIds: ["a"], byDb: -3 });
  const answered = edits.beginEditing()(() => edits.undo());
  let isLocalDone = false;
  void edits
    .beginEditing()(() => undefined)
    .then(() => (isLocalDone = true));
  expect(isSendingEdits(queries, "x")).toBe(true);
  await vi.advanceTimersByTimeAsync(0);
  expect(isLocalDone).toBe(true);
  await vi.advanceTimersByTimeAsync(5000);
  await answered;
  expect(isSendingEdits(queries, "x")).toBe(false);
  expect(sent.map(({ path, revision }) => [path.split("/").at(-1), revision])).toEqual([
    ["edits", 5],
    ["edits", 5],
    ["undo", 7],
    ["undo", 7],
  ]);
  const [first, again, undo, undoAgain] = sent.map(({ key }) => key);
  expect(first).toBeTruthy();
  expect([again, undoAgain]).toEqual([first, undo]);
  expect(undo).not.toBe(first);
});
