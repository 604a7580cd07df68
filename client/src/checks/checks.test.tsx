import { cleanup, fireEvent, renderHook, screen, waitFor, within } from "@testing-library/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api, type Schemas } from "../api/client";
import { answerGets, answerPosts, cue, open, slide, sound, viewOf } from "../tests/show";
import ChecksPage from "./ChecksPage";
import { useChecks } from "../findings/useChecks";
import { counted, grouped } from "../findings/words";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const view = viewOf({ slides: [slide(1), slide(2)], sounds: [sound("pad")], cues: [cue("c1", "pad")] });

const fix = (words: string, safe = false) => ({
  words,
  safe,
  edit: { kind: "setMuted", cueId: "c1", muted: true } as const,
});

type FindingView = Schemas["FindingView"];

const finding = (check: string, change: Partial<Schemas["Finding"]> = {}, ignored = false): FindingView => ({
  key: `${check} ${change.slideId ?? "s2"}`,
  found: {
    check,
    severity: "audible",
    cueIds: ["c1"],
    slideId: "s2",
    soundId: null,
    sentence: `${check} is wrong.`,
    fixes: [],
    ...change,
  },
  ignored,
});

const show = (findings: Schemas["FindingView"][]) => {
  answerGets(() => ({ data: { revision: 1, findings, lookedFor: ["Cues nobody starts.", "Voices cut off."] } }));
  return open(view, <ChecksPage />);
};

describe("the findings of a show", () => {
  it("are grouped by next action and counted by severity", () => {
    const found = [
      finding("hand", { severity: "blocker", fixes: [fix("Begin with its slide", true)] }),
      finding("clash", { fixes: [fix("Mute it")] }),
      finding("rights", { severity: "minor" }),
      finding("left", {}, true),
    ];
    expect(grouped(found).map((g) => [g.title, g.findings.length])).toEqual([
      ["Fix with one click", 1],
      ["Needs a decision", 1],
      ["Fix manually", 1],
    ]);
    expect(counted(found)).toBe("1 blocker, 2 audible, 1 minor");
  });

  it("have fixes, each an edit, and can be ignored", async () => {
    const { edit } = show([
      finding("clash", { fixes: [fix("Mute it"), fix("End it before")] }),
      finding("left", {}, true),
    ]);
    fireEvent.click(await screen.findByRole("button", { name: "Mute it" }));
    expect(edit).toHaveBeenLastCalledWith({ kind: "setMuted", cueId: "c1", muted: true });
    fireEvent.click(screen.getByRole("button", { name: "Ignore" }));
    expect(edit).toHaveBeenLastCalledWith({ kind: "ignoreFinding", finding: "clash s2", ignored: true });
    fireEvent.click(screen.getByRole("button", { name: "Stop ignoring" }));
    expect(edit).toHaveBeenLastCalledWith({ kind: "ignoreFinding", finding: "left s2", ignored: false });
    expect(screen.queryByText(/automatically/)).toBeNull();
  });

  it("are fixed in one call if they need no decision", async () => {
    const posted = vi.fn();
    answerPosts((url) => (posted(url), { data: { revision: 1, change: null } }));
    show([finding("hand", { fixes: [fix("Begin with its slide", true)] })]);
    fireEvent.click(await screen.findByRole("button", { name: "Fix 1 automatically" }));
    await waitFor(() => expect(posted).toHaveBeenCalledWith(expect.stringContaining("checks/fix")));
  });

  it("are shortened if many are alike", async () => {
    show(Array.from({ length: 80 }, (_, n) => finding("jump", { slideId: `s${n}` })));
    const group = await screen.findByRole("region", { name: "Fix manually" });
    expect(within(group).getAllByRole("listitem")).toHaveLength(4);
    fireEvent.click(within(group).getByRole("button", { name: "77 more like these" }));
    expect(within(group).getAllByRole("listitem")).toHaveLength(80);
  });

  it("show the next step if there are none", async () => {
    show([]);
    expect((await screen.findByTestId("all-well")).textContent).toContain("2 checks passed");
    expect(screen.getByRole("link", { name: "Start a dry run" })).toBeTruthy();
  });

  it("are not fetched for an old revision", async () => {
    const signals: AbortSignal[] = [];
    vi.spyOn(api, "GET").mockImplementation(((_: string, { signal }: { signal: AbortSignal }) => {
      signals.push(signal);
      return new Promise(() => undefined);
    }) as never);
    const { rerender } = renderHook(({ revision }) => useChecks("show", revision), {
      initialProps: { revision: 1 },
      wrapper: ({ children }) => <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>,
    });
    rerender({ revision: 2 });
    await waitFor(() => expect(signals.map((s) => s.aborted)).toEqual([true, false]));
  });
});
