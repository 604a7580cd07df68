import { expect, it } from "vitest";
import { cue, slide, sound, viewOf } from "../tests/show";
import { applyPatch } from "./patch";
import recorded from "./changes.json";
import type { Schemas, ShowView } from "./client";

const nothing: Schemas["ShowChange"] = {
  id: "show",
  revision: 2,
  since: 1,
  shift: null,
  title: "A show",
  targetMs: null,
  gainDb: 0,
  duck: viewOf().show.duck,
  showing: viewOf().show.showing,
  ignoredFindings: null,
  levelTargets: viewOf().show.levelTargets,
  slides: null,
  sections: null,
  sounds: null,
  cues: null,
  runningOrder: null,
  totalFrames: 0,
  strands: null,
  outline: null,
  rightsMissing: null,
  soundProblems: null,
  undo: "Tin bell: level 0.0 dB → −3.0 dB",
  redo: null,
};

it("applies changes and keeps the identity of the rest", () => {
  const view = viewOf({ sounds: [sound("bell")], cues: [cue("a", "bell"), cue("b", "bell"), cue("c", "bell")] });
  const quieter = cue("b", "bell", { levelDb: -3 });
  const after = applyPatch(view, {
    ...nothing,
    cues: {
      runs: [
        { from: 2, count: 1 },
        { from: 1, count: 1 },
        { from: -1, count: 1 },
      ],
      changed: [quieter, cue("n", "bell")],
    },
  });
  expect(after.revision).toBe(2);
  expect(after.undo).toContain("Tin bell");
  expect(after.show.cues.map((c) => c.id)).toEqual(["c", "b", "n"]);
  expect(after.show.cues[0]).toBe(view.show.cues[2]);
  expect(after.show.cues[1]).toBe(quieter);
  expect(after.show.slides).toBe(view.show.slides);
  expect(after.runningOrder).toBe(view.runningOrder);
});

it("removes and reorders slides", () => {
  const view = viewOf();
  const after = applyPatch(view, {
    ...nothing,
    slides: {
      runs: [
        { from: 2, count: 1 },
        { from: 0, count: 1 },
      ],
      changed: [slide(1, { title: "First" })],
    },
    outline: [1],
  });
  expect(after.show.slides.map((s) => s.title)).toEqual(["Slide 3", "First"]);
  expect(after.outline).toEqual([1]);
});

it("gives what the server would return, after any change of slides", () => {
  const { before, changes, after } = recorded as unknown as {
    before: ShowView;
    changes: Schemas["ShowChange"][];
    after: ShowView;
  };
  expect(changes.filter((c) => c.shift).length).toBeGreaterThan(5);
  expect(changes.reduce(applyPatch, before)).toEqual(after);
});
