import { plural } from "../ui/plural";

/** The texts of the run sheet. */
export const words = {
  addSlide: "Add a slide",
  titleCard: "Title card",
  creditsCard: "Credits card",
  pictureSlide: "Picture…",
  slidePicture: "Picture for a new slide",

  rowHeight: "Row height",
  bySlide: "By slide",
  byTime: "By time",
  runSheet: "Run sheet",
  slide: "Slide",
  hold: "Hold",
  selectAll: (band: string) => `Select all ${band.toLowerCase()}`,
  empty: "No slides yet. Drop a deck here: a presentation, a PDF, or pictures of the slides.",
  hidden: "Hidden",
  playFromSlide: (number: number) => `Play from slide ${number}`,
  playFromHere: "Play from here",
  waitingLoop: "Waiting loop",
  steps: (n: number) => plural(n, "step"),
  holdOf: (number: number) => `Hold of slide ${number}`,
  dragHold: "Drag to change the hold",
  moves: (moving: string, hold: string) => `Video plays ${moving} of ${hold}`,
  manualVideo: "Video triggered manually",
  strands: "Strands",

  atPlayhead: "at the play position",
  withSlide: (number: number) => `with slide ${number}`,
  step: (number: number) => `step ${number}`,
  slides: (first: number, last: number) => (first === last ? `slide ${first}` : `slides ${first}–${last}`),
  stepOf: (step: number, slide: number) => `step ${step} of slide ${slide}`,
  after: (seconds: number) => `after ${seconds} s`,
  beforeEnd: (seconds: number) => `${seconds} s before the end`,
  dragFade: {
    in: "Fade in: drag, or press B and Shift+B",
    out: "Fade out: drag, or press E and Shift+E",
  },
  dragLevel: "Level: drag, or press + and −",
  dragCrossfade: "Crossfade: drag its end",
  notPlayed: { muted: "muted", replaced: "replaced" },

  removed: (cues: number) => `${plural(cues, "cue")}: removed`,
  copiedOne: "Copied. Select a slide and paste with Ctrl+V.",
  copied: (cues: number) => `${plural(cues, "cue")} copied.`,

  /** Read by screen readers. */
  spoken: {
    slides: (first: number, last: number) => (first === last ? `slide ${first}` : `slides ${first} to ${last}`),
    eachSlide: "restarts on every slide",
    muted: "muted",
    replaced: "replaced by another bed",
    manual: "manual",
    endsTogether: "ends with its slides",
    loops: "loops",
    tail: "plays past its slides",
    speed: (speed: number) => `speed ${speed}`,
    level: (db: number) => `${db < 0 ? "minus " : ""}${Math.abs(db)} dB`,
  },
};
