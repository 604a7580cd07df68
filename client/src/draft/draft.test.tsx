import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { NextStep } from "../details/NextStep";
import { answerGets, cue, open, slide, sound, viewOf } from "../tests/show";
import { DraftPanel } from "./DraftPanel";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const pad = sound("pad", { name: "Dusk Pad" });
const drafted = (soundId: string, name: string, where: string) => ({
  cueId: `c-${soundId}`,
  soundId,
  name,
  kind: "bed" as const,
  first: "s1",
  last: "s2",
  where,
  why: "calm enough to speak over",
});
const made = { kind: "setLevel" as const, cueId: "c-pad", levelDb: 0, follows: false };

it("shows a draft with reasons, excludes unchecked sounds, and applies the rest", () => {
  const [leave, close] = [vi.fn(), vi.fn()];
  const draft = {
    cues: [drafted("pad", "Dusk Pad", "slides 1–2")],
    leftOut: [{ soundId: "owl", name: "Owl", kind: "spot" as const, why: "its name says no slide" }],
    says: "One bed laid; one sound stays unused.",
    edit: made,
    revision: 1,
  };
  const { edit } = open(
    viewOf({ sounds: [pad, sound("reel", { name: "Reel" })] }),
    <DraftPanel
      drafted={{ draft, listening: undefined, problem: null, again: vi.fn() }}
      without={["reel"]}
      leave={leave}
      close={close}
    />,
  );
  expect(screen.getByText("calm enough to speak over")).toBeTruthy();
  expect(screen.getByText("Owl: its name says no slide")).toBeTruthy();
  fireEvent.click(screen.getByLabelText("Dusk Pad"));
  expect(leave).toHaveBeenLastCalledWith(["reel", "pad"]);
  fireEvent.click(screen.getByLabelText("Reel"));
  expect(leave).toHaveBeenLastCalledWith([]);
  fireEvent.click(screen.getByText("Apply"));
  expect(edit).toHaveBeenLastCalledWith(made);
  expect(close).toHaveBeenCalledTimes(1);
});

it("shows the next step, and nothing once all is done", async () => {
  const next = (view: ReturnType<typeof viewOf>, findings: readonly object[] = []) => {
    cleanup();
    answerGets((url) => ({ data: url.includes("checks") ? { findings } : [] }));
    const draft = vi.fn();
    return { ...open(view, <NextStep draft={draft} />), draft };
  };
  next(viewOf({ slides: [], sounds: [], cues: [] }));
  expect(screen.getByText("Add a deck")).toBeTruthy();
  next(viewOf({ slides: [slide(1)], sounds: [], cues: [] }));
  expect(screen.getByText("Add sounds")).toBeTruthy();
  const { draft } = next(viewOf({ slides: [slide(1)], sounds: [pad], cues: [] }));
  fireEvent.click(screen.getByText("Draft it for me"));
  expect(draft).toHaveBeenCalledTimes(1);
  const placed = { slides: [slide(1), slide(2)], sounds: [pad], cues: [cue("c", "pad")] };
  const found = {
    check: "silent-end",
    severity: "audible",
    cueIds: ["c"],
    slideId: "s2",
    soundId: null,
    sentence: "The last slide is silent.",
    fixes: [{ words: "Let Dusk Pad lie to the end", edit: made, safe: true }],
  };
  const { edit } = next(viewOf(placed), [{ key: "k", ignored: false, found }]);
  fireEvent.click(await screen.findByText("Let Dusk Pad lie to the end"));
  expect(edit).toHaveBeenLastCalledWith(made);
  next(viewOf(placed), [{ key: "k", ignored: true, found }]);
  expect(screen.queryByTestId("next")).toBeNull();
  next(viewOf({ ...placed, sounds: [pad, sound("reel")] }));
  expect(screen.getByText("Draft the rest")).toBeTruthy();
});
