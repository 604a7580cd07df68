import { act, cleanup, fireEvent, screen, within } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import { answerGets, cue, open, slide, sound, viewOf } from "../tests/show";
import { AtPlayhead } from "./AtPlayhead";
import { CueDetails } from "./cue/CueDetails";
import { RightsEditor } from "./RightsEditor";
import { SectionEditor } from "./SectionEditor";
import { SlideDetails } from "./SlideDetails";
import { SoundDetails } from "./SoundDetails";
import { StepsEditor } from "./StepsEditor";

beforeAll(() => {
  // No layout here: what asks for pictures drawn waits for ever.
  vi.stubGlobal("requestAnimationFrame", () => 0);
});
afterEach(cleanup);

const enter = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: "Enter" });
};

describe("the steps of a slide", () => {
  const stepped = slide(2, {
    holdMs: 6000,
    steps: [
      { id: "a", label: "", offsetMs: 0, picture: null },
      { id: "b", label: "Wings", offsetMs: 1500, picture: null },
      { id: "c", label: "Legs", offsetMs: null, picture: null },
    ],
  });
  const view = viewOf({ slides: [slide(1), stepped] });

  it("are named, timed, moved and removed, each in one edit", () => {
    const { edit } = open(view, <StepsEditor slide={stepped} />);
    enter("Name of step 3", "Six legs");
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setSteps",
      slideId: "s2",
      steps: [{}, {}, { id: "c", label: "Six legs" }],
    });
    // Without a plan the even share is shown, and typing one plans it.
    expect((screen.getByLabelText("Time of step 3") as HTMLInputElement).value).toBe("~4.0 s");
    enter("Time of step 3", "5");
    expect(edit.mock.lastCall?.[0]).toMatchObject({ steps: [{}, {}, { offsetMs: 5000 }] });
    fireEvent.click(screen.getByLabelText(/^More: order/));
    fireEvent.click(screen.getByLabelText("Move step 3 earlier"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      steps: [{ id: "a" }, { id: "c", offsetMs: 1500 }, { id: "b", offsetMs: null }],
    });
    fireEvent.click(screen.getByLabelText("Remove step 2"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({ steps: [{ id: "a" }, { id: "c" }] });
    expect((screen.getByLabelText("Move step 2 earlier") as HTMLButtonElement).disabled).toBe(true);
  });

  it("can be added", () => {
    const { edit } = open(view, <StepsEditor slide={slide(1)} />);
    fireEvent.click(screen.getByText("Add a step"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      steps: [{ id: "s1-1" }, { label: "", offsetMs: null, picture: null }],
    });
  });
});

describe("sections", () => {
  it("are added, named, set to loop and removed", () => {
    const { edit } = open(viewOf(), <SectionEditor slide={slide(2)} />);
    fireEvent.click(screen.getByText("Add a section here"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setSections",
      sections: [{ name: "Slide 2", first: "s2", waitingLoop: false }],
    });
    cleanup();

    const sections = [
      { id: "a", name: "Before", first: "s1", waitingLoop: false },
      { id: "b", name: "Talk", first: "s2", waitingLoop: false },
    ];
    const second = open(viewOf({ sections }), <SectionEditor slide={slide(1)} />);
    fireEvent.click(screen.getByRole("checkbox"));
    expect(second.edit.mock.lastCall?.[0]).toMatchObject({ sections: [{ id: "a", waitingLoop: true }, { id: "b" }] });
    enter("Name of the section", "Doors");
    expect(second.edit.mock.lastCall?.[0]).toMatchObject({ sections: [{ name: "Doors" }, {}] });
    fireEvent.click(screen.getByText("Remove section"));
    expect(second.edit.mock.lastCall?.[0]).toMatchObject({ sections: [{ id: "b" }] });
    cleanup();
    open(viewOf({ sections }), <SectionEditor slide={slide(3)} />);
    expect(screen.getByText("In “Talk”.")).toBeTruthy();
  });
});

describe("slides", () => {
  it("are hidden, duplicated and removed several at once", () => {
    const { edit } = open(viewOf(), <SlideDetails slides={[slide(1), slide(3)]} />);
    fireEvent.click(screen.getByText("Hide"));
    expect(edit.mock.lastCall?.[0]).toEqual({
      kind: "setHidden",
      slides: [
        { slideId: "s1", hidden: true },
        { slideId: "s3", hidden: true },
      ],
    });
    fireEvent.click(screen.getByText("Duplicate"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({ kind: "duplicateSlides", copies: [{ of: "s1" }, { of: "s3" }] });
    fireEvent.click(screen.getByText("Remove"));
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "removeSlides", slideIds: ["s1", "s3"] });
    enter("Hold", "9");
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setHolds",
      holds: [{ slideId: "s1", holdMs: 9000 }, { slideId: "s3" }],
    });
    fireEvent.change(screen.getByLabelText("Transition"), { target: { value: "dissolve" } });
    expect(edit.mock.lastCall?.[0]).toMatchObject({ transitions: [{ transition: { kind: "dissolve", ms: 800 } }, {}] });
  });

  it("added here have editable texts", () => {
    const card = slide(1);
    card.picture = { ...card.picture, card: { kind: "title", heading: "Moth night", text: "" } };
    const { edit } = open(viewOf({ slides: [card] }), <SlideDetails slides={[card]} />);
    enter("Heading of the card", "Moth night at Fennel Hollow");
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setPictures",
      pictures: [{ slideId: "s1", picture: { card: { kind: "title", heading: "Moth night at Fennel Hollow" } } }],
    });
  });
});

describe("the play position", () => {
  it("shows what plays there, without hidden slides, and the fix", async () => {
    const fix = { words: "Let it sound", edit: { kind: "setMuted", cueId: "c", muted: false } };
    answerGets((_, __, path) => ({ data: [{ sentence: `What sounds on ${path?.slideId}.`, sounds: false, fix }] }));
    const view = viewOf({ slides: [slide(1), slide(2, { hidden: true }), slide(3)] });
    const { edit, player } = open(view, <AtPlayhead />);
    expect(await screen.findByText("What sounds on s1.")).toBeTruthy();
    act(() => player.seek(5 * 48_000));
    expect(await screen.findByText("What sounds on s3.")).toBeTruthy();
    expect(screen.getByRole("heading", { level: 2 }).textContent).toBe("2 · Slide 3");
    fireEvent.click(screen.getByText("Let it sound"));
    expect(edit.mock.lastCall?.[0]).toEqual(fix.edit);
  });
});

describe("a cue", () => {
  const slides = [
    slide(1),
    slide(2, {
      steps: [
        { id: "a", label: "", offsetMs: 0, picture: null },
        { id: "b", label: "Wings", offsetMs: null, picture: null },
      ],
    }),
    slide(3),
  ];
  const own = cue("c", "pad", { span: { first: "s2", last: "s3" } });
  const view = viewOf({ slides, sounds: [sound("pad", { name: "Dusk Pad" })], cues: [own] });

  it("starts with its slide, at a step, or manually", () => {
    const { edit } = open(view, <CueDetails cues={[own]} />);
    const begins = screen.getByLabelText("Start");
    expect(
      within(begins)
        .getAllByRole("option")
        .map((o) => o.textContent),
    ).toEqual(["with slide 2", "at step 2, Wings", "to end with its slides", "manually"]);
    fireEvent.change(begins, { target: { value: "b" } });
    expect(edit.mock.lastCall?.[0]).toEqual({
      kind: "setStart",
      cueId: "c",
      start: { kind: "step", stepId: "b", cueId: null },
    });
    fireEvent.change(begins, { target: { value: "hand" } });
    expect(edit.mock.lastCall?.[0]).toEqual({
      kind: "setStart",
      cueId: "c",
      start: { kind: "hand", stepId: null, cueId: null },
    });
    fireEvent.click(screen.getByLabelText(/^More: slides by title/));
    fireEvent.change(screen.getByLabelText("On each slide"), { target: { value: "each" } });
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "setEachSlide", cueId: "c", eachSlide: true });
  });

  it("offers slides in order, and shows when it is parked", () => {
    const { edit } = open(view, <CueDetails cues={[own]} />);
    // What was opened once is open for every cue.
    expect(within(screen.getByLabelText("Last slide")).getAllByRole("option")).toHaveLength(2);
    fireEvent.change(screen.getByLabelText("First slide"), { target: { value: "s1" } });
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "setSpan", cueId: "c", span: { first: "s1", last: "s3" } });
    cleanup();
    open(view, <CueDetails cues={[{ ...own, span: null }]} />);
    expect(screen.getByText(/Parked/)).toBeTruthy();
  });
});

describe("a sound", () => {
  it("has usage rights, and shows what is missing", () => {
    const unclear = sound("owl", {
      rights: {
        title: "",
        author: "",
        source: "",
        licence: "",
        credit: "",
        proof: "",
        clearance: null,
        cataloguePiece: null,
      },
    });
    const { edit } = open(
      { ...viewOf({ sounds: [unclear] }), rightsMissing: { owl: ["author", "licence"] } },
      <RightsEditor sound={unclear} />,
    );
    expect(screen.getByText("Missing: author and licence.")).toBeTruthy();
    enter("Author, who made it", "Aino Veld");
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setRights",
      soundId: "owl",
      rights: { author: "Aino Veld", licence: "" },
    });
  });

  it("is renamed, replaced, marked and removed, with damage and measurements", () => {
    const figures = { ...sound("x").figures, missingFrames: 3 * 48_000, channels: 1 };
    const markers = [{ id: "m", name: "Marker 2", frame: 9 }];
    const broken = sound("pad", { name: "Dusk Pad", figures, markers });
    const { edit, replaceFile } = open(
      viewOf({ sounds: [broken], cues: [cue("c", "pad")] }),
      <SoundDetails sound={broken} place={vi.fn()} />,
    );
    expect(screen.getByRole("alert").textContent).toContain("its last 0:03.0 could not be read");
    expect(screen.getByText("1:00, −18.0 LUFS")).toBeTruthy();
    fireEvent.click(screen.getByLabelText(/^More: range/));
    expect(screen.getByText("44.1 kHz, mono")).toBeTruthy();
    enter("Name of the sound", "Pad at dusk");
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "renameSound", soundId: "pad", name: "Pad at dusk" });
    expect(screen.getByText("Remove and park its cue")).toBeTruthy();
    fireEvent.click(screen.getByText("Remove and park its cue"));
    expect(edit.mock.lastCall?.[0]).toEqual({ kind: "removeSound", soundId: "pad" });
    const file = new File(["x"], "other.flac");
    fireEvent.change(screen.getByLabelText("Replacement file"), { target: { files: [file] } });
    expect(replaceFile).toHaveBeenCalledWith("pad", file);
    fireEvent.click(screen.getByText("Add a marker"));
    expect(edit.mock.lastCall?.[0]).toMatchObject({
      kind: "setMarkers",
      markers: [...markers, { name: "Marker 1", frame: 0 }],
    });
  });
});
