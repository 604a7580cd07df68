import { cleanup, fireEvent, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, expect, it } from "vitest";
import { ShowingLine } from "../findings/ShowingLine";
import { RecutTools } from "../fit/RecutTools";
import { TargetsLine } from "../levels/TargetsLine";
import { useSettings } from "../ui/settings";
import { cue, open, slide, sound, viewOf } from "../tests/show";
import { CardEditor } from "./CardEditor";
import { FadeCurves, Fades } from "./cue/Fades";
import { HotspotDialog } from "./cue/HotspotDialog";
import { Level } from "./cue/Level";
import { PartEditor } from "./cue/PartEditor";
import { VideoPlace } from "./cue/VideoPlace";
import { RightsEditor } from "./RightsEditor";
import { SectionEditor } from "./SectionEditor";
import { SoundDetails } from "./SoundDetails";
import { StepsEditor } from "./StepsEditor";

afterEach(() => {
  cleanup();
  useSettings.setState(useSettings.getInitialState());
});

const spot = {
  x: 0.5,
  y: 0.5,
  size: 0.1,
  turn: 0,
  symbol: "bell" as const,
  color: "#000000",
  opacity: 1,
  alternative: "A bell",
  shown: true,
  picture: null,
};
const place = {
  x: 0,
  y: 0,
  width: 0.5,
  height: 0.5,
  fitting: "inside" as const,
  atEnd: "keepsLast" as const,
  hiddenBefore: false,
  crop: null,
};
const recipe = { method: "recut" as const, joins: 0, forbidden: [], wanted: [], endFrame: null, kept: [] };
const join = { atFrame: 100, fromFrame: 100, toFrame: 900, percentile: 1, heard: "not" as const };
const card = { kind: "title" as const, heading: "", text: "" };
const section = { id: "x", name: "Talk", first: "s1", waitingLoop: false };
const voice = cue("v", "voice", { hotspot: spot, video: place, fit: recipe });
const titled = slide(1, { picture: { ...slide(1).picture, card } });
const view = viewOf({
  slides: [titled, slide(2)],
  sections: [section],
  sounds: [sound("voice", { kind: "voice" })],
  cues: [voice],
});
const [voiceSound] = view.show.sounds as [ReturnType<typeof sound>];

const enter = (label: string | RegExp, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: "Enter" });
};
const press = (words: string) => () => fireEvent.click(screen.getByText(words));
const choose = (label: string, value: string) => () =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const nudge = (element: () => HTMLElement, key: string) => () => {
  fireEvent.keyDown(element(), { key });
  fireEvent.keyUp(element(), { key });
};

type Show = (typeof view)["show"];
const cueOf = (show: Show) => show.cues[0] as typeof voice;

/** Of each part that edits: two edits, and what both come to. */
const cases: readonly [string, ReactNode, (() => void)[], (show: Show) => unknown, unknown][] = [
  [
    "rights",
    <RightsEditor key="" sound={voiceSound} />,
    [() => enter(/^Author/, "Sami"), () => enter(/^Licence/, "Own work")],
    ({ sounds: [one] }) => [one?.rights.author, one?.rights.licence],
    ["Sami", "Own work"],
  ],
  [
    "markers",
    <SoundDetails key="" sound={voiceSound} place={() => {}} />,
    [press("Add a marker"), press("Add a marker")],
    ({ sounds: [one] }) => one?.markers.map((m) => m.name),
    ["Marker 1", "Marker 2"],
  ],
  [
    "steps",
    <StepsEditor key="" slide={titled} />,
    [press("Add a step"), press("Add a step")],
    ({ slides: [one] }) => one?.steps.length,
    3,
  ],
  [
    "sections",
    <SectionEditor key="" slide={titled} />,
    [() => enter("Name of the section", "Before"), () => fireEvent.click(screen.getByLabelText(/^Waiting loop/))],
    ({ sections: [one] }) => [one?.name, one?.waitingLoop],
    ["Before", true],
  ],
  [
    "cards",
    <CardEditor key="" slide={titled} card={card} />,
    [
      () => enter("Heading of the card", "Moths"),
      () => {
        const box = screen.getByLabelText("Text of the card");
        fireEvent.change(box, { target: { value: "by night" } });
        fireEvent.blur(box);
      },
    ],
    ({ slides: [one] }) => [one?.picture.card?.heading, one?.picture.card?.text],
    ["Moths", "by night"],
  ],
  [
    "how it is shown",
    <ShowingLine key="" />,
    [choose("How the show is shown", "itself"), choose("Destination", "web")],
    ({ showing }) => showing,
    { byItself: true, where: "web" },
  ],
  [
    "targets",
    <TargetsLine key="" presets={[]} wholeGain={null} />,
    [() => enter("Target for voices", "-20"), () => enter("Target for beds", "-30")],
    ({ levelTargets }) => [levelTargets.voiceLufs, levelTargets.bedLufs],
    [-20, -30],
  ],
  [
    "ducking of the show",
    <TargetsLine key="" presets={[]} wholeGain={null} />,
    [() => enter(/^Attack/, "0.2"), () => enter(/^Release/, "1")],
    ({ duck }) => [duck.attackMs, duck.releaseMs],
    [200, 1000],
  ],
  [
    "level points",
    <Level key="" cues={[voice]} spoken={false} />,
    [press("Add a level point"), press("Add a level point")],
    (show) => cueOf(show).levelPoints.map((p) => p.atMs),
    [1000, 3000],
  ],
  [
    "fades",
    <div key="">
      <Fades cues={[voice]} />
      <FadeCurves cues={[voice]} />
    </div>,
    [() => enter("Fade in", "3"), choose("Fade-in curve", "linear")],
    (show) => cueOf(show).fadeIn,
    { ms: 3000, curve: "linear" },
  ],
  [
    "the part",
    <PartEditor key="" cue={voice} sound={voiceSound} />,
    [() => enter("In", "0:05"), () => enter("Out", "0:20")],
    (show) => [cueOf(show).inFrame, cueOf(show).outFrame],
    [240_000, 960_000],
  ],
  [
    "the place of a video",
    <VideoPlace key="" cue={voice} video={voiceSound} place={place} />,
    [
      nudge(() => screen.getByTestId("video-place"), "ArrowRight"),
      nudge(() => screen.getByTestId("video-place"), "ArrowRight"),
    ],
    (show) => cueOf(show).video?.x,
    0.02,
  ],
  [
    "hotspots",
    <HotspotDialog key="" cue={voice} spot={spot} close={() => {}} />,
    [
      () => enter("Rotation", "10°"),
      nudge(() => screen.getByTestId("hotspot"), "ArrowLeft"),
      nudge(() => screen.getByTestId("hotspot"), "ArrowLeft"),
    ],
    (show) => [cueOf(show).hotspot?.turn, cueOf(show).hotspot?.x],
    [10, 0.48],
  ],
  [
    "re-cuts",
    <RecutTools key="" cue={voice} recipe={recipe} joins={[join]} />,
    [press("Try another point"), press("Keep the removed passage")],
    (show) => [cueOf(show).fit?.forbidden.length, cueOf(show).fit?.kept.length],
    [1, 1],
  ],
];

it.each(cases)("keeps both of two quick edits: %s", (_, part, edits, of, wanted) => {
  const { show } = open(view, part, { quick: true });
  // What is shown rarely is there too.
  for (const more of screen.queryAllByLabelText(/^More: /)) fireEvent.click(more);
  for (const edit of edits) edit();
  expect(of(show())).toEqual(wanted);
});
