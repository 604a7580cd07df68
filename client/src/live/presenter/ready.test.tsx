import type { HubConnection } from "@microsoft/signalr";
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answerGets, open, slide, viewOf } from "../../tests/show";
import { ReadyCard } from "./ReadyCard";
import { RunReport } from "./RunReport";
import type { Stage } from "../engine/Stage";
import type { Prepared } from "../engine/prepare";
import type { LoadState } from "../engine/RunFiles";
import { usePrepared, type Ready } from "./usePrepared";
import { useNotices } from "./useNotices";

const { stayConnected, prepare, release } = vi.hoisted(() => ({
  stayConnected: vi.fn((): (() => void) => () => {}),
  prepare: vi.fn<typeof import("../engine/prepare").prepare>(),
  release: vi.fn(),
}));
vi.mock("../../api/hub", () => ({ stayConnected }));
vi.mock("../engine/prepare", () => ({ prepare, release }));

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const places = [1, 2].flatMap((n) => [0, 1].map((step) => ({ slideId: `s${n}`, number: n, step })));

const complete: LoadState = { fraction: 1, isReady: true, isComplete: true, missing: { pictures: [], sounds: [] } };
/** The files of a run in a state. */
const filesIn = (state: Partial<LoadState> = {}) => {
  const snapshot = { ...complete, ...state };
  return {
    subscribe: () => () => undefined,
    snapshot: () => snapshot,
    load: vi.fn(),
    retry: vi.fn(),
    keepTrying: vi.fn(),
  };
};

describe("the ready card", () => {
  it("reports edits since loading, and loads the new version", async () => {
    const loadShow = vi.fn();
    const stage = { places, view: { show: viewOf().show, revision: 7 } };
    const prepared = { stage, files: filesIn() } as unknown as Prepared;
    const ready = { advanceMode: "hand", begun: false, creating: false, loadShow, prepared } as unknown as Ready;
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
    expect(loadShow).toHaveBeenCalledOnce();
  });

  it("keeps the loaded version until the new one is complete, and during a run", async () => {
    const lacking = { ...complete, missing: { pictures: ["slide 2"], sounds: [] } };
    const shows = [complete, lacking, complete].map((state, n) => {
      const stage = { n, view: { show: viewOf().show }, begin: () => Promise.resolve(true) } as unknown as Stage;
      return { stage, files: filesIn(state) } as unknown as Prepared;
    });
    const [was, torn, is] = shows as [Prepared, Prepared, Prepared];
    const answers = [was, new Error("The server does not respond."), torn, is];
    prepare.mockImplementation(() => {
      const next = answers.shift();
      return next instanceof Error ? Promise.reject(next) : next ? Promise.resolve(next) : new Promise(() => {});
    });
    const { result, unmount } = renderHook(() => usePrepared("show", "present"));
    const problem = async () => {
      act(() => result.current.loadShow());
      expect(result.current).toMatchObject({ prepared: was, creating: true });
      await act(() => new Promise((done) => setTimeout(done)));
      return result.current.problem;
    };
    await act(() => Promise.resolve());
    expect(await problem()).toBe("The server does not respond.");
    expect(await problem()).toBe("slide 2 couldn’t be loaded. Try again, or reload this page to go without.");
    expect(release.mock.calls).toEqual([[torn]]);
    expect(await problem()).toBeUndefined();
    expect(result.current.prepared).toBe(is);
    expect(release).toHaveBeenLastCalledWith(was);
    act(() => result.current.loadShow());
    await act(() => result.current.begin(0));
    expect(result.current).toMatchObject({ begun: true, prepared: is, creating: false });
    expect(prepare.mock.calls.at(-1)?.[2].aborted).toBe(true);
    expect(is.files.keepTrying).toHaveBeenCalledOnce();
    unmount();
    expect(release.mock.calls.at(-1)).toEqual([is]);
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

  it("lets a show begin before all is loaded, and reports what could not be", () => {
    const loadShow = vi.fn();
    const begin = vi.fn(() => Promise.resolve(true));
    const stage = { places, view: { show: viewOf().show, shownElsewhere: false } };
    const setAdvanceMode = vi.fn();
    const card = (now: Partial<Ready>) => (
      <MemoryRouter>
        <ReadyCard
          below={null}
          title="Present"
          showId="show"
          ready={{
            advanceMode: "hand",
            setAdvanceMode,
            begun: false,
            creating: false,
            loadShow,
            begin,
            startOver: vi.fn(),
            ...now,
          }}
          ways={[
            ["hand", "when I say so"],
            ["plan", "by itself"],
          ]}
        />
      </MemoryRouter>
    );
    const withFiles = (state: Partial<LoadState>) => {
      const files = filesIn(state);
      return { files, card: card({ prepared: { stage, files } as unknown as Prepared }) };
    };
    const bar = () => screen.getByRole("progressbar") as HTMLProgressElement;
    const beginButton = () => screen.getByText("Begin") as HTMLButtonElement;
    const { rerender } = render(card({ creating: true }));
    expect(bar().position).toBe(-1);
    rerender(withFiles({ fraction: 0.2, isReady: false, isComplete: false }).card);
    expect(bar().value).toBe(0.2);
    expect(beginButton().disabled).toBe(true);
    rerender(withFiles({ fraction: 0.4, isComplete: false }).card);
    expect(screen.getByText("You can begin. The rest is loading.")).toBeTruthy();
    expect(beginButton().disabled).toBe(false);

    const lacking = withFiles({ missing: { pictures: ["slide 2"], sounds: ["Dusk Pad"] } });
    rerender(lacking.card);
    const alert = screen.getByRole("alert").textContent;
    expect(alert).toContain("Dusk Pad couldn’t be loaded and won’t play.");
    expect(alert).toContain("The picture of slide 2 couldn’t be loaded.");
    fireEvent.click(screen.getByText("Try again"));
    expect(lacking.files.retry).toHaveBeenCalledOnce();
    // What is needed at the chosen slide is loaded first.
    fireEvent.change(screen.getByLabelText("From slide"), { target: { value: "s2" } });
    expect(lacking.files.load).toHaveBeenLastCalledWith(2);
    fireEvent.change(screen.getByLabelText("Advance"), { target: { value: "plan" } });
    expect(setAdvanceMode).toHaveBeenCalledWith("plan");
    fireEvent.click(beginButton());
    expect(begin).toHaveBeenCalledWith(2);
    rerender(withFiles({}).card);
    expect(screen.getByTestId("ready").textContent).toContain("The show runs even without the server");
    rerender(card({ problem: "The server does not respond." }));
    expect(screen.getByRole("alert").textContent).toBe("The server does not respond.");
    fireEvent.click(screen.getByText("Try again"));
    expect(loadShow).toHaveBeenCalledOnce();
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
