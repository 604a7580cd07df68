import { plural } from "../ui/plural";

const parts = (slides: number | undefined, steps: number | undefined, sounds: number) =>
  [
    slides !== undefined && plural(slides, "slide"),
    !!steps && plural(steps, "step"),
    sounds > 0 && plural(sounds, "sound"),
  ]
    .filter(Boolean)
    .join(", ");

/** The texts of importing decks, sounds and the music of other shows. */
export const words = {
  import: "Import",
  files: "Files to import",
  folder: "Folder to import",
  importFolder: "Import a folder",
  catalogue: "Find sounds in the catalogue",
  record: "Record a voice",
  musicOfShow: "Use the music of another show",
  progress: "Imports",
  reading: (name: string) => `Reading ${name}`,
  cancelImport: (name: string) => `Cancel the import of ${name}`,
  /** The names of jobs other than imports. */
  jobs: {
    deck: { name: (name: string) => `Drawing ${name}`, cancel: (name: string) => `Cancel drawing ${name}` },
    speed: {
      name: (name: string) => `Changing the speed of ${name}`,
      cancel: (name: string) => `Cancel changing the speed of ${name}`,
    },
  } as Partial<Record<string, { name: (name: string) => string; cancel: (name: string) => string }>>,
  closeMessage: (name: string) => `Close the message about ${name}`,
  howFar: (name: string) => `Progress of ${name}`,
  noPreview: "No preview in the browser yet",
  tryAgain: "Try again",
  closeReport: (name: string) => `Close the report on ${name}`,
  parts,
  differently: (n: number) => `${plural(n, "item")} imported differently`,

  readingDeck: "Reading the deck…",
  contents: (slides: number, steps: number, sounds: number) => `${parts(slides, steps, sounds)}.`,
  selectedAreAdded: "Selected slides will be added.",
  whatFor: "What should happen with this deck?",
  ways: "Use of the deck",
  addSlides: "Add its slides",
  refreshSlides: "Refresh the slides here",
  usePictures: "Use its pages as pictures",
  cancel: "Cancel",
  add: (n: number) => `Add ${plural(n, "slide")}`,
  refresh: "Refresh",
  applyPictures: "Use these pictures",
  allSlides: "All slides",

  refreshed: {
    gone: { title: "Removed", note: "Their cues move inward or are parked." },
    new: { title: "New", note: "Added where they are in the deck." },
    changed: { title: "Changed", note: "New picture and text. Holds and sounds stay." },
    kept: { title: "Unchanged", note: "" },
  },
  changedInBoth: "Changed in both",
  yoursStay: "The title or the notes were changed here and in the deck. Yours stay unless you choose the deck’s.",
  useDeckTexts: (number: number | null, title: string) => `Use the deck’s texts for slide ${number ?? ""}, “${title}”`,
  here: "Here",
  deck: "Deck",
  empty: "(empty)",
  oneUndo: "Undo reverts all of it.",

  page: "Page",
  text: "Text",
  slide: "Slide",
  slideOfPage: (page: number) => `Slide of page ${page}`,
  noSlide: "no slide",
  slideHint: (slides: number) => `Type a slide’s number from 1 to ${slides}, or its title.`,
  step: (number: number) => `step ${number}`,

  noOtherShow: "No other show has sounds.",
  fromShow: "From show",
  matchBy: "Match slides by",
  matchedBy: { sections: "sections of the same name", titles: "their titles", numbers: "their numbers" },
  cue: "Cue",
  there: "There",
  placeCues: (n: number) => `Place ${plural(n, "cue")}`,
  carried: "Levels, fades, loops, fits and that show’s targets are copied too. Undo reverts all of it.",
};
