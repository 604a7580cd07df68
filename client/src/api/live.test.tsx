import type { HubConnection } from "@microsoft/signalr";
import { QueryClient, QueryClientProvider, QueryObserver } from "@tanstack/react-query";
import { cleanup, renderHook } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { answerGets, viewOf } from "../tests/show";
import type { stayConnected } from "./hub";
import { useLive } from "./live";
import { showQuery } from "./show";

const stay = vi.hoisted(() => vi.fn<typeof stayConnected>(() => () => {}));
vi.mock("./hub", () => ({ stayConnected: stay }));

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

it("fetches a recently fetched show only if it has changed, and always after a disconnect", async () => {
  let asked = 0;
  answerGets((path) => (path === "/api/shows/{id}" ? { data: { ...viewOf(), revision: ++asked } } : { data: [] }));
  const queries = new QueryClient();
  const leave = new QueryObserver(queries, showQuery("x")).subscribe(() => {});
  renderHook(() => useLive("x", () => {}), {
    wrapper: ({ children }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>,
  });
  const [, follow, away] = stay.mock.lastCall ?? [];
  const followedAt = (revision: number) =>
    follow?.({ invoke: () => Promise.resolve(revision) } as unknown as HubConnection);
  await followedAt(1);
  expect(asked).toBe(1);
  await followedAt(2);
  expect(asked).toBe(2);
  away?.();
  await followedAt(2);
  expect(asked).toBe(3);
  leave();
});
