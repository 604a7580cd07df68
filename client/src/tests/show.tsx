import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import type { ReactNode } from "react";
import { vi } from "vitest";
import type { EditOf } from "../api/changes";
import { api, type Cue, type Edit, type ShowView, type Slide, type Sound } from "../api/client";
import { ChunkPlayer } from "../hearing/ChunkPlayer";
import { createOpenShow, type OpenShow } from "../show/openShow";
import { ShowProvider } from "../show/ShowProvider";
import { applyEdit } from "./applyEdit";

const second = 48_000;

// The test environment has no layout.
window.ResizeObserver ??= class {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
};
window.IntersectionObserver ??= class {
  constructor(private told: IntersectionObserverCallback) {}
  observe = () => this.told([{ isIntersecting: true }] as never, this as never);
  disconnect = () => undefined;
} as never;
Element.prototype.scrollTo ??= () => undefined as never;
window.matchMedia ??= () => ({ matches: false, addEventListener: vi.fn(), removeEventListener: vi.fn() }) as never;

/** Opens a menu by the label of its button. */
export const openMenu = (words: string) =>
  fireEvent.keyDown(screen.getByText(words).closest("button") as HTMLElement, { key: "Enter" });

export const slide = (n: number, change: Partial<Slide> = {}): Slide => ({
  id: `s${n}`,
  title: `Slide ${n}`,
  text: "",
  notes: "",
  picture: {
    key: `picture-${n}`,
    media: "f".repeat(64),
    type: "image/png",
    page: n,
    width: 16,
    height: 9,
    step: 0,
    fills: false,
    card: null,
  },
  holdMs: 4000,
  transition: { kind: "cut", ms: 0 },
  holdLocked: false,
  staysFor: null,
  breathMs: 0,
  hidden: false,
  steps: [{ id: `s${n}-1`, label: "", offsetMs: 0, picture: null }],
  deck: "",
  fromDeck: null,
  ...change,
});

export const sound = (id: string, change: Partial<Sound> = {}): Sound => ({
  id,
  name: id,
  kind: "bed",
  media: id,
  fileName: `${id}.ogg`,
  figures: {
    frames: 60 * second,
    sampleRate: 44_100,
    channels: 2,
    loudnessLufs: -18,
    loudestLufs: -15,
    rangeLu: 3,
    truePeakDbtp: -2,
    leadFrames: 0,
    tailFrames: 0,
    voiceLikeness: 0,
    missingFrames: 0,
    hasCover: false,
  },
  rights: {
    title: "",
    author: "Aino",
    source: "",
    licence: "CC0-1.0",
    credit: "",
    proof: "",
    clearance: null,
    cataloguePiece: null,
  },
  markers: [],
  removed: false,
  video: null,
  ...change,
});

export const cue = (id: string, soundId: string, change: Partial<Cue> = {}): Cue => ({
  id,
  soundId,
  span: { first: "s1", last: "s2" },
  start: { kind: "slide", stepId: null, cueId: null },
  delayMs: 0,
  stop: "span",
  inFrame: 0,
  outFrame: 60 * second,
  rounds: 0,
  levelDb: -6,
  follows: false,
  fadeIn: { ms: 1000, curve: "equalPower" },
  fadeOut: { ms: 2000, curve: "equalPower" },
  eachSlide: false,
  stopStepId: null,
  stopOffsetMs: 0,
  fit: null,
  loopPart: null,
  speed: 1,
  levelPoints: [],
  muted: false,
  return: "startOver",
  ducks: true,
  duck: null,
  handoverMs: 2000,
  hotspot: null,
  video: null,
  ...change,
});

/** A show as the server would send it, with consecutive slides. */
export function viewOf(change: Partial<ShowView["show"]> = {}): ShowView {
  const show = {
    title: "A show",
    targetMs: null,
    levelTargets: {
      for: "web" as const,
      voiceLufs: -16,
      bedLufs: -22,
      bedUnderVoiceLufs: -28,
      spotLufs: -16,
      wholeLufs: -16,
      truePeakDbtp: -1,
    },
    gainDb: 0,
    duck: { attackMs: 150, holdMs: 400, releaseMs: 800, depthDb: null },
    showing: { byItself: false, where: "room" as const },
    ignoredFindings: [],
    slides: [slide(1), slide(2), slide(3)],
    sections: [],
    sounds: [],
    cues: [],
    ...change,
  };
  let at = 0;
  const slides = show.slides
    .map((s, index) => ({ s, index }))
    .filter(({ s }) => !s.hidden)
    .map(({ s, index }, i) => {
      const startFrame = at;
      at += s.holdMs * 48;
      const stepFrames = s.steps.map((_, k) => startFrame + Math.round((s.holdMs * 48 * k) / s.steps.length));
      return { slideId: s.id, index, number: i + 1, place: i, startFrame, endFrame: at, stepFrames };
    });
  return {
    id: "show",
    revision: 1,
    show,
    runningOrder: { slides, totalFrames: at },
    strands: [],
    outline: [],
    rightsMissing: {},
    soundProblems: {},
    undo: null,
    redo: null,
  };
}

/**
 * Renders a part of an open show and collects its edits. The part is not redrawn after an edit, as when the response takes a while.
 * If `quick` is set, edits are applied to the result of those before them, as on the server.
 */
export function open(view: ShowView, part: ReactNode, { quick = false } = {}) {
  const edit = vi.fn<(edit: Edit) => void>();
  let show = view.show;
  const make = (made: EditOf) => {
    const now = typeof made === "function" ? made(show) : made;
    if (!now) return;
    if (quick) show = applyEdit(show, now);
    edit(now);
  };
  const replaceFile = vi.fn();
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.resolve(new Response("[]", { headers: { "Content-Type": "application/json" } }))),
  );
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const player = new ChunkPlayer(() => Promise.resolve("end"));
  const openShow: OpenShow = {
    ...createOpenShow(queries, view.id, player),
    edit: make,
    undo: vi.fn(),
    redo: vi.fn(),
    play: vi.fn(),
    now: () => view,
    importFiles: vi.fn(),
    replaceFile,
    upload: vi.fn(),
  };
  const rendered = render(
    <QueryClientProvider client={queries}>
      <ShowProvider show={openShow} view={view}>
        <MemoryRouter>{part}</MemoryRouter>
      </ShowProvider>
    </QueryClientProvider>,
  );
  return { ...rendered, edit, replaceFile, queries, player, state: openShow.state, show: () => show };
}

type Answer = { data: unknown } | { error: unknown };
interface Asked {
  body?: unknown;
  params?: { query?: Record<string, unknown>; path?: Record<string, string> };
}

/** Answers POST requests instead of the server. */
export const answerPosts = (reply: (url: string, body: unknown) => Answer) =>
  vi.spyOn(api, "POST").mockImplementation(((url: string, asked?: Asked) => told(reply(url, asked?.body))) as never);

/** Answers GET requests instead of the server. */
export const answerGets = (
  reply: (url: string, query: Record<string, unknown> | undefined, path: Record<string, string> | undefined) => Answer,
) =>
  vi
    .spyOn(api, "GET")
    .mockImplementation(((url: string, asked?: Asked) =>
      told(reply(url, asked?.params?.query, asked?.params?.path))) as never);

const told = (answer: Answer) => Promise.resolve({ ...answer, response: new Response() });
