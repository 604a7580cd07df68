import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { useSettings } from "../../ui/settings";
import { answerGets, cue, open, slide, sound, viewOf } from "../../tests/show";
import { HotspotLine } from "./HotspotLine";
import { Level } from "./Level";
import { PartEditor } from "./PartEditor";
import { Rounds } from "./Rounds";
import { End, EndOffset, Slides, Start, Timing } from "./Timing";

afterEach(() => {
  cleanup();
  useSettings.setState(useSettings.getInitialState());
  vi.restoreAllMocks();
});

const choose = (label: string, words: string) => {
  const box = screen.getByLabelText(label) as HTMLSelectElement;
  const option = [...box.options].find((o) => o.textContent === words);
  fireEvent.change(box, { target: { value: option?.value } });
};
const enter = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: "Enter" });
};
const shown = (label: string) => (screen.getByLabelText(label) as HTMLInputElement).value;

const steps = [0, 1, 2].map((n) => ({ id: `s2-${n}`, label: n === 2 ? "Wings" : "", offsetMs: null, picture: null }));
const sounds = [sound("pad", { name: "Dusk Pad" }), sound("bell", { name: "Tin bell" })];
const [pad, bell] = [cue("c1", "pad"), cue("c2", "bell", { span: { first: "s2", last: "s3" } })];
const view = viewOf({ slides: [slide(1), slide(2, { steps }), slide(3)], sounds, cues: [pad, bell] });
/** The show with some of its cues changed. */
const having = (...changed: (typeof pad)[]) =>
  viewOf({ ...view.show, cues: view.show.cues.map((c) => changed.find((x) => x.id === c.id) ?? c) });
const second = 48_000;
const proposals = {
  after: ["c1"],
  loopPart: { fromFrame: 15 * second, toFrame: 45 * second },
  beginning: { fromFrame: 0, toFrame: 5 * second },
};

describe("the timing of a cue", () => {
  it("accepts typed spans, and restores a rejected one", async () => {
    const { edit } = open(view, <Slides cues={[bell]} />);
    const asked = answerGets((_, query) =>
      query?.typed === "9" ? { error: { title: "There is no slide 9." } } : { data: { first: "s1", last: "s3" } },
    );
    expect(shown("Slides")).toBe("2–3");
    enter("Slides", "all");
    await waitFor(() =>
      expect(edit).toHaveBeenCalledWith({ kind: "setSpan", cueId: "c2", span: { first: "s1", last: "s3" } }),
    );
    enter("Slides", "9");
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(2));
    expect(edit).toHaveBeenCalledTimes(1);
  });

  it("offers only slides that keep the order", () => {
    open(view, <Timing cues={[bell]} />);
    fireEvent.click(screen.getByLabelText(/^More: slides by title/));
    const through = screen.getByLabelText("Last slide") as HTMLSelectElement;
    expect([...through.options].map((o) => o.textContent)).toEqual(["2 · Slide 2", "3 · Slide 3"]);
  });

  it("starts at a step, manually, or after the most likely cue", async () => {
    const { edit } = open(view, <Start cues={[bell]} />);
    answerGets(() => ({ data: proposals }));
    choose("Start", "at step 3, Wings");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ start: { kind: "step", stepId: "s2-2", cueId: null } });
    choose("Start", "manually");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ start: { kind: "hand" } });
    choose("Start", "after another cue");
    await waitFor(() =>
      expect(edit.mock.lastCall?.[0]).toMatchObject({ start: { kind: "after", cueId: "c1", stepId: null } }),
    );
  });

  it("names the cue it follows, and the delay", async () => {
    answerGets(() => ({ data: proposals }));
    const after = { ...bell, start: { kind: "after" as const, stepId: null, cueId: "c1" } };
    const { edit } = open(view, <Start cues={[after]} />);
    expect(screen.getByText("Dusk Pad")).toBeTruthy();
    enter("Delay", "0.5");
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "setDelay", cueId: "c2", delayMs: 500 });
    await waitFor(() => expect(screen.getAllByRole("option", { name: "Dusk Pad" })).toHaveLength(1));
  });

  it("ends at a step of its last slide, and keeps its direction when the offset is typed", () => {
    const earlier = { ...pad, stopOffsetMs: -500 };
    const { edit } = open(
      having(earlier),
      <>
        <End cues={[earlier]} />
        <EndOffset cues={[earlier]} />
      </>,
    );
    choose("End", "at step 2");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ stop: "step", stepId: "s2-1", offsetMs: 0 });
    enter("End offset", "1.5");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ stop: "span", offsetMs: -1500 });
    expect(screen.getByText(/earlier/)).toBeTruthy();
  });
});

describe("the trim of a cue", () => {
  it("can be the beginning only, or loop a proposed section", async () => {
    const { edit } = open(view, <PartEditor cue={pad} sound={sound("pad")} />);
    fireEvent.click(screen.getByLabelText(/^More: zoom/));
    answerGets((url) => ({ data: url.includes("proposals") ? proposals : [] }));
    fireEvent.click(screen.getByText("First 5 s only"));
    await waitFor(() =>
      expect(edit.mock.lastCall?.[0]).toMatchObject({ kind: "setPart", inFrame: 0, outFrame: 5 * second }),
    );
    choose("Loop", "a section");
    await waitFor(() =>
      expect(edit.mock.lastCall?.[0]).toMatchObject({ kind: "setLoopPart", part: proposals.loopPart }),
    );
  });

  it("shows its fades, which arrow keys lengthen and shorten", () => {
    answerGets(() => ({ data: [] }));
    const { edit } = open(view, <PartEditor cue={{ ...pad, speed: 2 }} sound={sound("pad")} />);
    fireEvent.keyDown(screen.getByLabelText("Fade in on the waveform"), { key: "ArrowRight" });
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setFade",
      end: "in",
      fade: { ms: 1100, curve: "equalPower" },
    });
    fireEvent.keyDown(screen.getByLabelText("Fade out on the waveform"), { key: "ArrowLeft", shiftKey: true });
    expect(edit.mock.lastCall?.[0]).toMatchObject({ kind: "setFade", end: "out", fade: { ms: 3000 } });
    // At twice the speed its minute is over in half a one.
    expect(screen.getByLabelText("Fade out on the waveform").getAttribute("aria-valuemax")).toBe("30000");
  });

  it("plays several times, typed or by arrow keys, at least once", () => {
    const { edit } = open(view, <Rounds cues={[{ ...pad, rounds: 2 }]} />);
    enter("Number of times", "5");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ kind: "setRounds", rounds: 5 });
    enter("Number of times", "0");
    expect(screen.getByLabelText("Number of times").getAttribute("aria-invalid")).toBe("true");
    expect(edit).toHaveBeenCalledTimes(1);
    choose("Plays", "until its slides end");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ rounds: 0 });
  });
});

describe("the level of a cue", () => {
  it("keeps level points in order of time", () => {
    const points = [
      { atMs: 1000, db: -6 },
      { atMs: 3000, db: 0 },
    ];
    const pointed = { ...pad, levelPoints: points };
    const { edit } = open(having(pointed), <Level cues={[pointed]} spoken={false} />);
    fireEvent.click(screen.getByLabelText(/^More: speed/));
    enter("Point 1 time", "4");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ points: [points[1], { atMs: 4000, db: -6 }] });
    fireEvent.click(screen.getByText("Add a level point"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({ points: [...points, { atMs: 5000, db: 0 }] });
    fireEvent.click(screen.getByLabelText("Remove point 2"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({ points: [points[0]] });
    enter("Speed", "1,25 ×");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ kind: "setSpeed", speed: 1.25 });
  });

  it("can be set for several at once, also to the value of one of them", () => {
    const loud = { ...bell, levelDb: 0, fadeOut: { ms: 500, curve: "linear" as const } };
    const { edit } = open(having(loud), <Level cues={[pad, loud]} spoken={false} />);
    expect(shown("Level")).toBe("Mixed");
    fireEvent.blur(screen.getByLabelText("Level"));
    fireEvent.keyDown(screen.getByLabelText("Level"), { key: "ArrowUp" });
    expect(edit).not.toHaveBeenCalled();
    enter("Level", "-6");
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "several",
      edits: [
        { kind: "setLevel", cueId: "c1", levelDb: -6, follows: false },
        { kind: "setLevel", cueId: "c2", levelDb: -6, follows: false },
      ],
    });
    fireEvent.click(screen.getByText("−3 dB"));
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "shiftLevels", cueIds: ["c1", "c2"], byDb: -3 });
    // Each keeps the curve of its own fade; what they have in common is shown.
    expect([shown("Fade in"), shown("Fade out")]).toEqual(["1.0 s", "Mixed"]);
    enter("Fade out", "3");
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      edits: [{ fade: { ms: 3000, curve: "equalPower" } }, { fade: { ms: 3000, curve: "linear" } }],
    });
  });
});

describe("a hotspot", () => {
  const byHand = { ...bell, start: { kind: "hand" as const, stepId: null, cueId: null } };
  const spot = {
    x: 0.5,
    y: 0.98,
    size: 0.12,
    turn: 0,
    symbol: "bell" as const,
    picture: null,
    color: "#d9772b",
    opacity: 1,
    alternative: "Ring the bell",
    shown: true,
  };

  it("exists only for manual cues, and is added and removed in one click", () => {
    open(view, <HotspotLine cue={bell} />);
    expect(screen.queryByText("Hotspot")).toBeNull();
    const { edit } = open(view, <HotspotLine cue={byHand} />);
    fireEvent.click(screen.getByText("Add a hotspot"));
    expect(edit).toHaveBeenLastCalledWith({ kind: "addHotspot", cueId: "c2" });
    cleanup();
    const placed = open(view, <HotspotLine cue={{ ...byHand, hotspot: spot }} />);
    fireEvent.click(screen.getByText("Remove"));
    expect(placed.edit).toHaveBeenLastCalledWith({ kind: "setHotspot", cueId: "c2", hotspot: null });
  });

  it("is moved by arrow keys within the slide, and edited by its fields", () => {
    const clicked = { ...byHand, hotspot: spot };
    const { edit } = open(having(clicked), <HotspotLine cue={clicked} />);
    fireEvent.click(screen.getByText("Edit hotspot"));
    const set = () => (edit.mock.lastCall?.[0] as { hotspot: typeof spot }).hotspot;
    const handle = screen.getByTestId("hotspot");
    fireEvent.keyDown(handle, { key: "ArrowLeft" });
    fireEvent.keyUp(handle, { key: "ArrowLeft" });
    expect(edit).toHaveBeenCalledTimes(1);
    expect(set()).toEqual({ ...spot, x: 0.49 });
    fireEvent.keyDown(handle, { key: "ArrowDown", shiftKey: true });
    expect(set()).toEqual({ ...spot, y: 1 });
    enter("Rotation", "−15°");
    expect(set().turn).toBe(-15);
    enter("Size", "20 %");
    expect(set().size).toBe(0.2);
    fireEvent.keyDown(screen.getByLabelText("Opacity"), { key: "ArrowUp" });
    expect(set().opacity).toBe(1);
    enter("Text alternative", "  A bell  ");
    expect(set().alternative).toBe("A bell");
    fireEvent.click(screen.getByLabelText("Visible to the audience"));
    expect(set().shown).toBe(false);
  });
});
