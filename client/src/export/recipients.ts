import type { ExportFormat } from "../api/client";
import { words } from "./words";

/** A file format for a recipient. */
interface Form {
  format: ExportFormat;
  name: string;
  what: string;
}

/** Someone who receives a show. */
export interface Recipient {
  id: string;
  name: string;
  wants: string;
  forms: readonly [Form, ...Form[]];
}

/** The recipients of a show and the formats each can use, the most common first. */
export const recipients: readonly Recipient[] = [
  {
    id: "deck",
    name: "Presentation file",
    wants: "the deck with its sounds",
    forms: [
      {
        format: "pptxHand",
        name: "Deck, presented",
        what: "A presenter advances it. Sounds start with slides, steps or clicks.",
      },
      { format: "pptxClock", name: "Deck, self-running", what: "Advances automatically, with sound as in the film." },
    ],
  },
  {
    id: "browser",
    name: "Browser",
    wants: "the show to play without a server",
    forms: [
      {
        format: "playerZip",
        name: "Player, ZIP",
        what: "Unpack it and open index.html, from a drive or a website.",
      },
      { format: "playerHtml", name: "Player, one file", what: "One page to send. A third larger." },
    ],
  },
  {
    id: "screen",
    name: "Screen or website",
    wants: "a self-running film",
    forms: [
      { format: "mp4", name: "Film, MP4", what: "Plays everywhere, with chapters and the notes as captions." },
      { format: "webm", name: "Film, WebM", what: "Open formats (VP9, Opus) for websites." },
      { format: "vtt", name: "Captions, WebVTT", what: "The notes as captions for films on websites." },
      { format: "srt", name: "Captions, SRT", what: "The notes as captions for programs without WebVTT." },
    ],
  },
  {
    id: "ears",
    name: "Audio only",
    wants: "the sound without the slides",
    forms: [
      { format: "wav", name: "WAV", what: "The exact mix, 24-bit and uncompressed." },
      { format: "flac", name: "FLAC", what: "The exact mix at about half the size." },
      { format: "m4a", name: "M4A", what: "Small (AAC, 256 kbit/s). Plays on phones and computers." },
      { format: "mp3", name: "MP3", what: "Small (256 kbit/s). Plays on old devices too." },
      { format: "opus", name: "Opus", what: "The smallest (160 kbit/s) that sounds like the mix." },
    ],
  },
  {
    id: "editor",
    name: "Editing program",
    wants: "the parts to work with",
    forms: [
      {
        format: "otioz",
        name: "Timeline with media",
        what: "OpenTimelineIO with slides, sounds and exact cuts, zipped.",
      },
      { format: "otio", name: "Timeline only", what: "OpenTimelineIO without pictures and sounds." },
      {
        format: "bandStems",
        name: "Stems by band",
        what: "One file each for beds, voices and spots. Their sum is the mix.",
      },
      { format: "cueStems", name: "Stems by cue", what: "One file for each cue, all as long as the show." },
    ],
  },
  {
    id: "desk",
    name: "Operator",
    wants: "printed sheets for running the show",
    forms: [
      { format: "runHtml", name: "Run sheet", what: "Pictures, cues, keys and notes, to print." },
      { format: "timesHtml", name: "Timing sheet", what: "The times of slides and sounds, to print." },
      { format: "timesCsv", name: "Timing sheet, CSV", what: "The same for spreadsheets." },
    ],
  },
  {
    id: "rights",
    name: "Rights holder",
    wants: "a list of the music used",
    forms: [
      { format: "musicHtml", name: "Music used", what: "Title, author, licence and times, to print." },
      { format: "musicCsv", name: "Music used, CSV", what: "The same for spreadsheets." },
    ],
  },
  {
    id: "archive",
    name: "Archive or another Phonaris",
    wants: "the show itself",
    forms: [
      { format: "phonaris", name: "Whole show", what: "Deck, sounds and all settings in one file." },
      { format: "phonarisUsed", name: "Used parts only", what: "The same without parked cues and unused sounds." },
    ],
  },
];

/** The name of a format. */
export const nameOf = (format: ExportFormat) =>
  recipients.flatMap((r) => r.forms).find((f) => f.format === format)?.name ?? format;

/** Whether a format is a film, which has a size and a frame rate. */
export const isFilm = (format: ExportFormat) => format === "mp4" || format === "webm";

/** Whether a format is audio only. */
export const isSound = (format: ExportFormat) =>
  recipients.find((r) => r.id === "ears")?.forms.some((f) => f.format === format) ?? false;

/** A file size as text. */
export const fileSize = (bytes: number) =>
  bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1e3))} kB`;

/** A duration as text, with the precision of the estimate. */
export function soon(seconds: number) {
  if (seconds < 4) return words.moment;
  return seconds < 55 ? words.aboutSeconds(Math.ceil(seconds / 5) * 5) : words.aboutMinutes(Math.round(seconds / 60));
}
