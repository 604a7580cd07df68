/** The texts of the help. */
export const words = {
  guide: "Guide",
  pages: "Pages of the guide",
  search: "Search the guide",
  nothingFound: "No results. Try fewer words.",

  keys: "Keys",
  everywhere: "Everywhere",
  runSheet: "Run sheet",
  onSlide: "On a slide",
  onCue: "On a cue",
  levels: "Levels",
  presenting: "Presenting",
  presenter: "Presenting: cue and notes",
};
