import type { HubConnection } from "@microsoft/signalr";
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { answerGets, open, slide, viewOf } from "../../tests/show";
import { fetchPictures } from "../engine/pictures";
import { ReadyCard } from "./ReadyCard";
import { RunReport } from "./RunReport";
import type { Stage } from "../engine/Stage";
import type { Prepared } from "../engine/prepare";
import { usePrepared, type Ready } from "./usePrepared";
import { useNotices } from "./useNotices";

const { stayConnected, prepare, release } = vi.hoisted(() => ({
  stayConnected: vi.fn((): (() => void) => () => {}),
  prepare: vi.fn<typeof import("../engine/prepare").prepare>(),
  release: vi.fn(),
}));
vi.mock("../../api/hub", () => ({ stayConnected }));
vi.mock("../engine/prepare", () => ({ prepare, release, fetchMissing: vi.fn() }));

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const places = [1, 2].flatMap((n) => [0, 1].map((step) => ({ slideId: `s${n}`, number: n, step })));
const run = { plan: { places }, show: viewOf().show } as unknown as Schemas["RunView"];

describe("the ready card", () => {
  it("fetches each picture once, and names the slides of missing ones", async () => {
    const fetched = vi.fn((url: string) =>
      url.includes("s2") ? Promise.reject(new Error("away")) : Promise.resolve(new Response("picture")),
    );
    vi.stubGlobal("fetch", fetched);
    const fractions: number[] = [];
    const { had, missing } = await fetchPictures("show", run, (f) => fractions.push(f), new AbortController().signal);
    // Both steps of a slide show the same picture here.
    expect(await had.get("s1 0")?.file?.text()).toBe("picture");
    expect(had.get("s1 1")).toBe(had.get("s1 0"));
    expect(missing).toEqual(["slide 2"]);
    // It is asked for again when it is shown.
    expect(had.get("s2 0")).toEqual({ address: expect.stringContaining("/slides/s2/picture") });
    expect(fractions).toEqual([...fractions].sort((a, b) => a - b));
    expect(fractions.at(-1)).toBe(1);
    // Tried again, only what is missing is fetched.
    const before = fetched.mock.calls.length;
    await fetchPictures("show", run, () => undefined, new AbortController().signal, had);
    expect(fetched.mock.calls.slice(before).map(([url]) => url)).toEqual([expect.stringContaining("/slides/s2/")]);
  });

  it("reports edits since loading, and loads the new version", async () => {
    const fetchShow = vi.fn();
    const stage = { places, view: { show: viewOf().show, revision: 7 } };
    const prepared = { stage, missing: { pictures: [], sounds: [] } } as unknown as Prepared;
    const ready = { advanceMode: "hand", begun: false, fetchShow, prepared } as unknown as Ready;
    render(
      <MemoryRouter>
        <ReadyCard below={null} title="Present" showId="show" ready={ready} ways={[]} />
      </MemoryRouter>,
    );
    const [listen, follow] = stayConnected.mock.calls.at(-1) as unknown as Parameters<
      typeof import("../../api/hub").stayConnected
    >;
    const on = vi.fn();
    const hub = (revision: number | null) =>
      ({ on, invoke: () => Promise.resolve(revision) }) as unknown as HubConnection;
    listen(hub(7));
    await act(() => follow(hub(7)));
    await act(() => follow(hub(null)));
    expect(screen.queryByRole("alert")).toBeNull();
    await act(() => follow(hub(8)));
    expect(screen.getByRole("alert").textContent).toContain("The show has changed");
    act(() => on.mock.calls[0]?.[1]("show", 7));
    expect(screen.queryByRole("alert")).toBeNull();
    act(() => on.mock.calls[0]?.[1]("show", 9));
    fireEvent.click(screen.getByText("Load the new version"));
    expect(fetchShow).toHaveBeenCalledOnce();
  });

  it("keeps the loaded version until the new one is complete, and during a run", async () => {
    const shows = ["as it was", "torn", "as it is"].map((name) => {
      const stage = { name, view: { show: viewOf().show }, begin: () => Promise.resolve(true) } as unknown as Stage;
      return { stage, missing: { pictures: [], sounds: [] } } as unknown as Prepared;
    });
    const [was, torn, is] = shows as [Prepared, Prepared, Prepared];
    const answers = [
      was,
      new Error("The server does not respond."),
      { ...torn, missing: { pictures: ["slide 2"], sounds: [] } },
      is,
    ];
    prepare.mockImplementation((_, __, told) => {
      told(0.5);
      const next = answers.shift();
      return next instanceof Error ? Promise.reject(next) : next ? Promise.resolve(next) : new Promise(() => {});
    });
    const { result, unmount } = renderHook(() => usePrepared("show", "present"));
    const problem = async () => {
      act(() => result.current.fetchShow());
      expect(result.current).toMatchObject({ prepared: was, loading: { what: "show", fraction: 0.5 } });
      await act(() => Promise.resolve());
      return result.current.loading?.problem;
    };
    await act(() => Promise.resolve());
    expect(await problem()).toBe("The server does not respond.");
    expect(await problem()).toBe("slide 2 couldn’t be loaded. Try again, or reload this page to go without.");
    expect(release.mock.calls).toEqual([[torn.stage]]);
    expect(await problem()).toBeUndefined();
    expect(result.current.prepared).toBe(is);
    expect(release).toHaveBeenLastCalledWith(was.stage);
    act(() => result.current.fetchShow());
    await act(() => result.current.begin(0));
    expect(result.current).toMatchObject({ begun: true, prepared: is });
    expect(prepare.mock.calls.at(-1)?.[3].aborted).toBe(true);
    unmount();
    expect(release.mock.calls.at(-1)).toEqual([is.stage]);
  });

  it("reports earlier edits to a started run", async () => {
    const stage = { view: { id: "r1", revision: 7 } } as unknown as Stage;
    const { result } = renderHook(() => useNotices("show", stage));
    const [listen, follow] = stayConnected.mock.calls.at(-1) as unknown as Parameters<
      typeof import("../../api/hub").stayConnected
    >;
    const hub = (revision: number) => ({ invoke: () => Promise.resolve(revision) }) as unknown as HubConnection;
    const heard = new Map<string, (runId: string) => void>();
    listen({ on: (what: string, hear: (runId: string) => void) => heard.set(what, hear) } as unknown as HubConnection);
    await act(() => follow(hub(7)));
    expect(result.current).toEqual([]);
    await act(() => follow(hub(8)));
    const about = () => result.current.map((notice) => notice.about);
    expect(about()).toEqual(["edit"]);
    // That another page presents it too is told for as long as it does.
    act(() => heard.get("presented")?.("r2"));
    act(() => heard.get("presented")?.("r1"));
    expect(about()).toEqual(["edit", "otherPage"]);
    act(() => heard.get("presentingEnded")?.("r2"));
    expect(about()).toEqual(["edit"]);
  });

  it("reports what is missing, retries, and begins without it from the chosen slide", () => {
    const fetchMissing = vi.fn();
    const fetchShow = vi.fn();
    const begin = vi.fn(() => Promise.resolve(true));
    const stage = { places, view: { show: viewOf().show, shownElsewhere: false } };
    const prepared = { stage, missing: { pictures: ["slide 2"], sounds: ["Dusk Pad"] } } as unknown as Prepared;
    const setAdvanceMode = vi.fn();
    const card = (now: Partial<Ready>) => (
      <MemoryRouter>
        <ReadyCard
          below={null}
          title="Present"
          showId="show"
          ready={{ advanceMode: "hand", setAdvanceMode, begun: false, fetchShow, fetchMissing, begin, ...now }}
          ways={[
            ["hand", "when I say so"],
            ["plan", "by itself"],
          ]}
        />
      </MemoryRouter>
    );
    const { rerender } = render(card({ loading: { what: "show", fraction: 0.4 } }));
    expect((screen.getByRole("progressbar") as HTMLProgressElement).value).toBe(0.4);
    rerender(card({ prepared }));
    const alert = screen.getByRole("alert").textContent;
    expect(alert).toContain("Dusk Pad couldn’t be loaded and won’t play.");
    expect(alert).toContain("The picture of slide 2 couldn’t be loaded.");
    fireEvent.click(screen.getByText("Try again"));
    expect(fetchMissing).toHaveBeenCalledOnce();
    fireEvent.change(screen.getByLabelText("From slide"), { target: { value: "s2" } });
    fireEvent.change(screen.getByLabelText("Advance"), { target: { value: "plan" } });
    expect(setAdvanceMode).toHaveBeenCalledWith("plan");
    fireEvent.click(screen.getByText("Begin"));
    expect(begin).toHaveBeenCalledWith(2);
    rerender(card({ prepared: { ...prepared, missing: { pictures: [], sounds: [] } } }));
    expect(screen.getByTestId("ready").textContent).toContain("The show runs even without the server");
    rerender(card({ loading: { what: "show", fraction: 0, problem: "The server does not respond." } }));
    expect(screen.getByRole("alert").textContent).toBe("The server does not respond.");
    fireEvent.click(screen.getByText("Try again"));
    expect(fetchShow).toHaveBeenCalledOnce();
  });
});

describe("the run report", () => {
  const told = (tookMs: number, asPlanned: boolean) => ({
    report: {
      tookMs,
      plannedMs: 8000,
      asPlanned,
      slides: [1, 2, 3].map((n) => ({
        slideId: `s${n}`,
        number: n,
        title: `Slide ${n}`,
        plannedMs: 4000,
        tookMs: n < 3 ? tookMs / 2 : 0,
        visits: n < 3 ? n : 0,
        keeps: false,
      })),
      lines: [{ atMs: 500, slideId: "s2", words: "Dusk Pad faded" }],
      edit: asPlanned ? null : { kind: "setHolds", holds: [{ slideId: "s1", holdMs: tookMs / 2 }] },
    },
    findings: [],
  });

  it("shows times beside the plan, and applies them as holds", async () => {
    const view = viewOf({ slides: [slide(1), slide(2), slide(3)] });
    answerGets((url) => ({ data: url.includes("report") ? told(10_000, false) : view }));
    const posted = vi.fn();
    const { api } = await import("../../api/client");
    vi.spyOn(api, "POST").mockImplementation(((_: string, asked: { body: unknown }) => {
      posted(asked.body);
      return Promise.resolve({ data: view, response: new Response() });
    }) as never);
    open(view, <RunReport showId="show" runId="r1" />);
    expect(await screen.findByText(/0:02.0 longer than planned/)).toBeTruthy();
    expect(screen.getByText("in 2 visits")).toBeTruthy();
    expect(screen.getByText("1 slide not shown.")).toBeTruthy();
    expect(screen.queryByText("Slide 3")).toBeNull();
    fireEvent.click(screen.getByText("Use these times as holds"));
    await vi.waitFor(() =>
      expect(posted).toHaveBeenCalledWith(expect.objectContaining({ edit: told(10_000, false).report.edit })),
    );
  });

  it("offers nothing after a run as planned", async () => {
    answerGets((url) => ({ data: url.includes("report") ? told(8000, true) : viewOf() }));
    open(viewOf(), <RunReport showId="show" runId="r1" />);
    expect(await screen.findByText(/, as planned/)).toBeTruthy();
    expect(screen.queryByText("Use these times as holds")).toBeNull();
    expect(screen.getByText("No problems found.")).toBeTruthy();
  });
});
