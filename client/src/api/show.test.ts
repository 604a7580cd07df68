import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { afterEach, describe, expect, it, vi } from "vitest";
import { viewOf } from "../tests/show";
import { api, type JobView, type ShowView } from "./client";
import { jobsQuery, upsertJob } from "./jobs";
import { applyChange, fetchUpTo, refetch, showQuery } from "./show";

/** A server that answers when it is told to: the questions it was asked, in order. */
function serverOf() {
  const asked: ((data: unknown) => void)[] = [];
  vi.spyOn(api, "GET").mockImplementation(
    () => new Promise((answer) => asked.push((data) => answer({ data, response: new Response() } as never))) as never,
  );
  return asked;
}

const queries = () => new QueryClient({ defaultOptions: { queries: { retry: false } } });
const at = (revision: number): ShowView => ({ ...viewOf(), revision });

afterEach(() => vi.restoreAllMocks());

describe("a show that changes while it is fetched", () => {
  it("is fetched again, also the first time", async () => {
    const [asked, client] = [serverOf(), queries()];
    const stop = new QueryObserver(client, showQuery("x")).subscribe(() => undefined);
    await vi.waitFor(() => expect(asked.length).toBe(1));
    void refetch(client, ["show", "x"]);
    await vi.waitFor(() => expect(asked.length).toBe(2));
    asked[1]?.(at(2));
    asked[0]?.(at(1));
    await vi.waitFor(() => expect(client.getQueryData<ShowView>(["show", "x"])?.revision).toBe(2));
    stop();
  });

  it("keeps notified changes over earlier responses", async () => {
    const [asked, client] = [serverOf(), queries()];
    client.setQueryData(["show", "x"], at(1));
    const stop = new QueryObserver(client, showQuery("x")).subscribe(() => undefined);
    await vi.waitFor(() => expect(asked.length).toBe(1));
    client.setQueryData(["show", "x"], at(2));
    asked[0]?.(at(1));
    await vi.waitFor(() => expect(client.isFetching()).toBe(0));
    expect(client.getQueryData<ShowView>(["show", "x"])?.revision).toBe(2);
    expect(applyChange(client, "x", 2, null)).toBe(true);
    // Nobody reported anything: the server has gone back to a copy, and what it has is what there is.
    void refetch(client, ["show", "x"]);
    await vi.waitFor(() => expect(asked.length).toBe(2));
    asked[1]?.(at(1));
    await vi.waitFor(() => expect(client.getQueryData<ShowView>(["show", "x"])?.revision).toBe(1));
    stop();
  });
});

it("catches up while a colleague edits faster than it is fetched", async () => {
  const [asked, client] = [serverOf(), queries()];
  client.setQueryData(["show", "x"], at(1));
  const caught = [5, 6, 7].map((revision) => fetchUpTo(client, "x", revision));
  await vi.waitFor(() => expect(asked.length).toBe(1));
  asked[0]?.(at(6));
  await vi.waitFor(() => expect(asked.length).toBe(2));
  asked[1]?.(at(7));
  await Promise.all(caught);
  expect([asked.length, client.getQueryData<ShowView>(["show", "x"])?.revision]).toEqual([2, 7]);
});

it("includes a job it was notified about while fetching", async () => {
  const [asked, client] = [serverOf(), queries()];
  const stop = new QueryObserver(client, jobsQuery("x")).subscribe(() => undefined);
  await vi.waitFor(() => expect(asked.length).toBe(1));
  const job = { id: "j", showId: "x", kind: "sound", state: "running" } as JobView;
  upsertJob(client, job);
  await vi.waitFor(() => expect(asked.length).toBe(2));
  asked[0]?.([]);
  asked[1]?.([job]);
  await vi.waitFor(() => expect(client.isFetching()).toBe(0));
  expect(client.getQueryData<JobView[]>(["jobs", "x"])?.map((j) => j.id)).toEqual(["j"]);
  stop();
});
