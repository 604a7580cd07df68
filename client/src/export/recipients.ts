import type { ExportFormat } from "../api/client";

/** A file somebody can use. */
interface Form {
  format: ExportFormat;
  name: string;
  what: string;
}

/** Somebody a show is handed over to. */
export interface Recipient {
  id: string;
  name: string;
  wants: string;
  forms: readonly [Form, ...Form[]];
}

/** To whom a show goes, and what each can use; the first form is what most want. */
export const recipients: readonly Recipient[] = [
  {
    id: "deck",
    name: "Someone with a slide program",
    wants: "the deck, with its sounds in it",
    forms: [
      {
        format: "pptxHand",
        name: "Deck, by hand",
        what: "Somebody moves it on. Sounds start with slides, reveals or clicks.",
      },
      { format: "pptxClock", name: "Deck, on the clock", what: "Moves on by itself; each sound as in the film." },
    ],
  },
  {
    id: "browser",
    name: "Anyone with a browser",
    wants: "the show to play, without a server",
    forms: [
      {
        format: "playerZip",
        name: "Player, zipped",
        what: "Unpack it and open index.html: from a stick, or on a site.",
      },
      { format: "playerHtml", name: "Player, one file", what: "All in one page, to be sent. A third heavier." },
    ],
  },
  {
    id: "screen",
    name: "A screen or a site",
    wants: "a film that runs by itself",
    forms: [
      { format: "mp4", name: "Film, MP4", what: "Plays everywhere. With chapters, and the notes as captions." },
      { format: "webm", name: "Film, WebM", what: "Open formats, VP9 and Opus: for pages on the web." },
      { format: "vtt", name: "Captions, WebVTT", what: "The notes, to go beside the film on a page." },
      { format: "srt", name: "Captions, SRT", what: "The notes, for whatever does not read WebVTT." },
    ],
  },
  {
    id: "ears",
    name: "Ears alone",
    wants: "the sound without the slides",
    forms: [
      { format: "wav", name: "WAV", what: "24 bit, uncompressed: the exact mix." },
      { format: "flac", name: "FLAC", what: "The exact mix, about half as heavy." },
      { format: "m4a", name: "M4A", what: "Small, AAC at 256 kbit/s. Telephones and computers play it." },
      { format: "mp3", name: "MP3", what: "Small, 256 kbit/s. Old devices play it too." },
      { format: "opus", name: "Opus", what: "The smallest that sounds like the mix, 160 kbit/s." },
    ],
  },
  {
    id: "editor",
    name: "An editor",
    wants: "the parts, to work on with",
    forms: [
      { format: "otioz", name: "Timeline with media", what: "OpenTimelineIO, zipped: slides, sounds, exact cuts." },
      { format: "otio", name: "Timeline alone", what: "OpenTimelineIO without the pictures and sounds." },
      { format: "bandStems", name: "Stems by band", what: "Beds, voices and spots apart; together they are the mix." },
      { format: "cueStems", name: "Stems by cue", what: "Each cue apart, all as long as the show." },
    ],
  },
  {
    id: "desk",
    name: "The one at the desk",
    wants: "paper to follow the show by",
    forms: [
      { format: "runHtml", name: "Run sheet", what: "Pictures, cues, keys and notes, to print." },
      { format: "timesHtml", name: "Timing sheet", what: "When each slide and sound comes, to print." },
      { format: "timesCsv", name: "Timing sheet, CSV", what: "The same for a table program." },
    ],
  },
  {
    id: "rights",
    name: "Whoever holds the rights",
    wants: "what was played, and whose it is",
    forms: [
      { format: "musicHtml", name: "Music used", what: "Title, author, licence, from when to when, to print." },
      { format: "musicCsv", name: "Music used, CSV", what: "The same for a table program." },
    ],
  },
  {
    id: "archive",
    name: "The archive, or another Phonaris",
    wants: "the show itself",
    forms: [
      { format: "phonaris", name: "Whole show", what: "Deck, sounds and all settings in one file." },
      { format: "phonarisUsed", name: "Only what it uses", what: "The same without parked cues and unused sounds." },
    ],
  },
];

/** The name of a format, for whoever made it. */
export const nameOf = (format: ExportFormat) =>
  recipients.flatMap((r) => r.forms).find((f) => f.format === format)?.name ?? format;

/** Whether a format is of pictures that move, which have a size and a rate. */
export const isFilm = (format: ExportFormat) => format === "mp4" || format === "webm";

/** Whether a format is one of the sound alone. */
export const isSound = (format: ExportFormat) =>
  recipients.find((r) => r.id === "ears")?.forms.some((f) => f.format === format) ?? false;

/** A weight in bytes, in words. */
export const weight = (bytes: number) =>
  bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1e3))} kB`;

/** How soon something is there, in words: no closer than it is known. */
export const soon = (seconds: number) =>
  seconds < 4
    ? "a moment"
    : seconds < 55
      ? `about ${Math.ceil(seconds / 5) * 5} s`
      : seconds < 90
        ? "about a minute"
        : `about ${Math.round(seconds / 60)} minutes`;
