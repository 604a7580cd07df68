import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { countdownWords } from "../engine/countdown";
import { ManualCuesNotice } from "./ManualCuesNotice";
import { liveCue as cue } from "../../tests/liveCue";
import { LiveRun, type LivePlan } from "../engine/run";
import { outcomeOf, whyNow } from "../engine/words";

afterEach(cleanup);

const place = (
  number: number,
  held: string[],
  begins: string[],
  byHand: string[] = [],
): LivePlan["places"][number] => ({
  slideId: `s${number}`,
  number,
  step: 0,
  atMs: (number - 1) * 4000,
  stayMs: 4000,
  held,
  begins: begins.map((cueId) => ({ cueId, delayMs: 0, startsHere: true })),
  ends: [],
  byHand,
  loopStart: null,
  loopExit: null,
  loops: false,
});
const plan: LivePlan = {
  handFadeMs: 1500,
  edge: { ms: 5, curve: "linear" },
  silenceFadeMs: 300,
  places: [
    place(1, ["pad", "owl"], ["pad"], ["owl"]),
    place(2, ["pad"], ["pad"]),
    place(3, ["reel"], ["reel"]),
    place(4, [], []),
  ],
  cues: [
    cue("pad", "Dusk Pad"),
    cue("reel", "Mill Reel", { lastNumber: 3 }),
    cue("owl", "Owl", { kind: "spot", byHand: true, lengthMs: 3000, lastNumber: 1 }),
  ],
};

describe("a run's log", () => {
  it("records what happened to each sound, and why", () => {
    const run = new LiveRun(plan);
    let atMs = 0;
    const told = (event: Parameters<LiveRun["take"]>[0]) =>
      run.take(event).map((order) => outcomeOf(order, run, plan.places[run.place]?.number ?? 0));
    expect(told({ kind: "goTo", place: 0, atMs })).toEqual(["started with slide 1"]);
    expect(whyNow(run, "pad", "started with slide 1")).toBe("Dusk Pad started with slide 1 and plays through slide 2");
    expect(whyNow(run, "owl", undefined)).toBe("Owl is triggered manually");
    expect(told({ kind: "start", cueId: "owl", atMs: (atMs += 100) })).toEqual(["was triggered manually"]);
    expect(told({ kind: "ended", cueId: "owl", atMs: (atMs += 3000) })).toEqual(["finished"]);
    // Restarting, or a jump within a sound, is not reported as an end.
    expect(told({ kind: "seek", cueId: "pad", fromMs: 0, atMs })).toEqual([undefined, "was triggered manually"]);
    expect(told({ kind: "goTo", place: 2, atMs: (atMs += 100) })).toEqual([
      "crossfaded to Mill Reel",
      "started with slide 3",
    ]);
    expect(told({ kind: "goTo", place: 3, atMs: (atMs += 100) })).toEqual(["faded out after slide 3"]);
    expect(told({ kind: "goTo", place: 1, atMs: (atMs += 100) })).toEqual(["started with slide 2"]);
    expect(told({ kind: "fadeOut", cueId: "pad", atMs: (atMs += 100) })).toEqual(["was faded out"]);
    expect(whyNow(run, "pad", "was faded out")).toBe(
      "Dusk Pad was faded out. It restarts when its slides are shown again",
    );
    expect(told({ kind: "goTo", place: 2, atMs: (atMs += 100) })).toEqual(["started with slide 3"]);
    expect(told({ kind: "silence", atMs: atMs + 100 })).toEqual(["was silenced"]);
  });

  it("resumes where it was left, including repeats", () => {
    const run = new LiveRun({ ...plan, cues: plan.cues.map((c) => ({ ...c, return: "pickUp" })) });
    run.take({ kind: "goTo", place: 0, atMs: 0 });
    run.take({ kind: "goTo", place: 3, atMs: 7000 });
    expect(run.take({ kind: "goTo", place: 1, atMs: 20_000 })).toMatchObject([
      { kind: "start", cueId: "pad", reason: "cameBack", fromMs: 7000 },
    ]);
  });
});

describe("before the start", () => {
  it("counts down to the talk", () => {
    expect(countdownWords(270_000, 0)).toBe("starts in 4:30");
    expect(countdownWords(61_000, 500)).toBe("starts in 1:01");
    expect(countdownWords(1000, 5000)).toBe("starts now");
  });

  it("lists manual cues", () => {
    render(<ManualCuesNotice names={["Owl"]} />);
    expect(screen.getByRole("note").textContent).toContain("Owl is triggered manually and won’t play automatically.");
    cleanup();
    render(<ManualCuesNotice names={[]} />);
    expect(screen.getByText("No manual cues.")).toBeTruthy();
  });
});
