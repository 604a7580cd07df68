import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { answerGets, answerPosts, cue, open, sound, viewOf } from "../tests/show";
import LevelsPage from "./LevelsPage";
import { apart, overBeds, readLufs } from "./words";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const view = viewOf({
  sounds: [sound("pad"), sound("talk", { kind: "voice" })],
  cues: [cue("c1", "pad"), cue("c2", "talk")],
});
const { levelTargets } = view.show;

const bar = (cueId: string, change: Partial<Schemas["CueLevelsView"]> = {}): Schemas["CueLevelsView"] => ({
  cueId,
  kind: "bed",
  nowLufs: -26,
  targetLufs: -22,
  apartLu: -4,
  levelDb: -6,
  toDb: -2,
  changes: true,
  toLufs: -22,
  heldByPeaks: false,
  follows: false,
  truePeakDbtp: -9,
  overBedLu: null,
  ...change,
});

const levels = (change: Partial<Schemas["LevelsView"]> = {}): Schemas["LevelsView"] => ({
  revision: 1,
  integratedLufs: -20,
  apartLu: -4,
  rangeLu: 6,
  truePeakDbtp: -3,
  sumPeakDbtp: -3,
  limited: [],
  along: [-22, -20, -21],
  kinds: [{ kind: "bed", along: [-22, -21, -22] }],
  wholeGain: null,
  presets: [levelTargets, { ...levelTargets, for: "broadcast", voiceLufs: -23 }],
  slides: [],
  cues: [
    bar("c1"),
    bar("c2", {
      kind: "voice",
      nowLufs: -15.8,
      targetLufs: -16,
      apartLu: null,
      levelDb: 1,
      toDb: 1,
      changes: false,
      follows: true,
      overBedLu: 9.25,
    }),
  ],
  ...change,
});

const matched: Schemas["MatchedAlong"] = { integratedLufs: -16.2, along: [-18, -16, -17] };

const show = (told: Schemas["LevelsView"]) => {
  answerGets((path) => ({ data: path.endsWith("/matched") ? matched : told }));
  return open(view, <LevelsPage />);
};

describe("the levels of a show", () => {
  it("shows the whole against its target, and each cue before and after matching", async () => {
    show(levels());
    expect((await screen.findByRole("banner")).textContent).toContain("−20.0 LUFS, 4.0 LU too quiet");
    const [, pad, talk] = screen.getAllByRole("row");
    expect(pad?.textContent).toContain("−26.0 LUFS · 4.0 LU too quiet−6.0 dBmatched −2.0 dB");
    expect(talk?.textContent).toContain("on target · 9.3 LU over its bed1.0 dBfollows");
    expect(screen.queryByText(/limiter/)).toBeNull();
    expect((await screen.findByText("−16.2 LUFS")).closest("dl")?.textContent).toContain("Matched");
    expect(screen.getByTestId("matched").getAttribute("d")).toMatch(/^M0\.0 40\.9L/);
  });

  it("shows where the mix is limited", async () => {
    show(levels({ sumPeakDbtp: 1.5, limited: [{ fromFrame: 96_000, toFrame: 288_000 }] }));
    expect((await screen.findByText(/^Limiting/)).textContent).toContain("from 0:02.0");
  });

  it("matches the included cues", async () => {
    const asked = answerPosts(() => ({ data: { revision: 2, change: null } }));
    show(levels({ cues: [bar("c1"), bar("c2", { kind: "voice" })] }));
    fireEvent.click(await screen.findByRole("button", { name: "Match 2 levels" }));
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(1));
    expect(asked.mock.lastCall?.[1]).toMatchObject({ body: { cueIds: ["c1", "c2"] } });
    const [, pad] = screen.getAllByRole("row");
    fireEvent.click(within(pad as HTMLElement).getByRole("checkbox"));
    const one = await screen.findByRole("button", { name: "Match 1 level" });
    await waitFor(() => expect((one as HTMLButtonElement).disabled).toBe(false));
    fireEvent.click(one);
    await waitFor(() => expect(asked.mock.lastCall?.[1]).toMatchObject({ body: { cueIds: ["c2"] } }));
  });

  it("has nothing to match if all follow, and shows the next step if nothing plays", async () => {
    const done = bar("c1", { nowLufs: -22, apartLu: null, toDb: -6, changes: false, follows: true });
    show(levels({ cues: [done] }));
    const button = await screen.findByRole("button", { name: "All matched" });
    expect(screen.queryByTestId("matched")).toBeNull();
    expect((button as HTMLButtonElement).disabled).toBe(true);
    cleanup();
    show(levels({ cues: [] }));
    expect((await screen.findByText(/Nothing plays yet/)).textContent).toContain("Place a sound on slides");
  });

  it("has targets by destination, and custom ones", async () => {
    const { edit } = show(levels());
    fireEvent.change(await screen.findByLabelText("Level targets for"), { target: { value: "broadcast" } });
    expect(edit).toHaveBeenLastCalledWith({
      kind: "setLevelTargets",
      targets: { ...levelTargets, for: "broadcast", voiceLufs: -23 },
    });
    const voices = screen.getByLabelText("Target for voices");
    fireEvent.focus(voices);
    fireEvent.change(voices, { target: { value: "18.5" } });
    fireEvent.keyDown(voices, { key: "Enter" });
    expect(edit).toHaveBeenLastCalledWith({
      kind: "setLevelTargets",
      targets: { ...levelTargets, for: "own", voiceLufs: -18.5 },
    });
  });
});

it("parses loudness with and without sign, and formats differences", () => {
  expect([readLufs("-16"), readLufs("16,5 LUFS"), readLufs("−3 dBTP"), readLufs("loud")]).toEqual([
    -16,
    -16.5,
    -3,
    undefined,
  ]);
  expect(overBeds(-2)).toBe("2.0 LU under its bed");
  expect([apart(null), apart(3), apart(-6.4)]).toEqual(["on target", "3.0 LU too loud", "6.4 LU too quiet"]);
});
