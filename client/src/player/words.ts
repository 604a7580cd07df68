import { plural } from "../ui/plural";

/** The texts of an exported player. */
export const words = {
  ways: { plan: "Automatically", hand: "Manually", forEver: "Automatically, in a loop" },
  advance: "Advance",
  slides: (n: number) => plural(n, "slide"),
  manualCues: (names: readonly string[]) =>
    `${names.join(", ")} ${names.length === 1 ? "is" : "are"} triggered manually and won’t play.`,
  begin: "Begin",
  keys: "Arrow keys or a tap: next. 1–9: manual cues. S: silence. P: pause. B: black. C: captions. F: full screen.",
  credits: "Credits",
  sounds: "Sounds",
  again: "Start again",
  enableSound: "Enable sound",
  previous: "Previous",
  next: "Next",
  of: (number: number | undefined, last: number | undefined) => `${number ?? ""} of ${last ?? ""}`,
  end: "End",
  pause: "Pause",
  resume: "Resume",
  silence: "Silence",
  captions: "Captions",
  fullScreen: "Full screen",
  slide: (number: number | undefined, title: string | undefined) => `Slide ${number ?? ""}, ${title ?? ""}`,
};
