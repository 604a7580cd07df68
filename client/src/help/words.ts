/** What the help says. */
export const words = {
  keys: "Keys",
  everywhere: "Everywhere",
  runSheet: "Run sheet",
  onSlide: "On a slide",
  onCue: "On a cue",
  levels: "Levels",
  presenting: "Presenting",
  presenter: "Presenting: cue and notes",
};
