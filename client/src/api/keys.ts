import { hashKey } from "@tanstack/react-query";

/** Whether two parts of keys are the same. */
export const isSamePart = (a: unknown, b: unknown) => hashKey([a]) === hashKey([b]);

/**
 * The query keys of all requests. A key contains everything the response depends on: the revision of the show, or the content hash
 * of a file, so a response is never shown for another question.
 */
export const keys = {
  shows: () => ["shows"],
  trash: () => ["trash"],
  machine: () => ["machine"],
  show: (id: string) => ["show", id],
  edits: (id: string) => ["edits", id],
  jobs: (id: string) => ["jobs", id],
  history: (id: string, revision: number, most: number) => ["history", id, revision, most],
  versions: (id: string) => ["versions", id],
  peaks: (id: string, media: string, from: number, to: number, columns: number) => [
    "peaks",
    id,
    media,
    from,
    to,
    columns,
  ],
  weight: (id: string, media: string) => ["weight", id, media],
  fits: (id: string, cueId: string, revision: number) => ["fits", id, cueId, revision],
  repace: (id: string, cueId: string, revision: number, options: object) => ["repace", id, cueId, revision, options],
  levels: (id: string, revision: number) => ["levels", id, revision],
  matched: (id: string, revision: number, leftOut: readonly string[]) => ["matched", id, revision, leftOut],
  checksOf: (id: string) => ["checks", id],
  checks: (id: string, revision: number | undefined) => ["checks", id, revision],
  spread: (id: string, revision: number, options: object) => ["spread", id, revision, options],
  proposals: (id: string, cueId: string | undefined, revision: number) => ["proposals", id, cueId, revision],
  explanation: (id: string, slideId: string, revision: number) => ["explanation", id, slideId, revision],
  draft: (id: string, revision: number, without: readonly string[]) => ["draft", id, revision, without],
  drafts: (id: string) => ["draft", id],
  musicOf: (id: string, revision: number, other: string | undefined, by: string) => [
    "musicOf",
    id,
    revision,
    other,
    by,
  ],
  deckLook: (id: string, hashes: readonly string[]) => ["deckLook", id, hashes],
  clearance: (id: string, revision: number) => ["clearance", id, revision],
  credits: (id: string, revision: number) => ["credits", id, revision],
  exportEstimate: (id: string, revision: number, asked: object) => ["exportEstimate", id, revision, asked],
  exportReport: (jobId: string) => ["exportReport", jobId],
  takes: (id: string) => ["takes", id],
  runs: (id: string) => ["runs", id],
  runReport: (id: string, runId: string, revision: number | undefined) => ["runReport", id, runId, revision],
  catalogue: (search: object) => ["catalogue", search],
  presets: () => ["presets"],
} as const;
