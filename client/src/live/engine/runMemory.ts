import type { Schemas } from "../../api/client";
import { storage } from "../../ui/storage";
import type { SavedStage } from "./Stage";

/** A run that has not ended, as its page last saved it. */
export interface UnfinishedRun {
  showId: string;
  runId: string;
  kind: Schemas["RunKind"];
  stage: SavedStage;
  /** When the talk begins, by this machine's clock, if a countdown is set. */
  startsAt?: number | undefined;
  /** Whether the audience window was open. */
  hasAudience: boolean;
}

const tooOldMs = 24 * 3600 * 1000;
const databaseName = "phonaris-runs";
const table = "unfinished";

const keyOf = (showId: string, kind: Schemas["RunKind"]) => `phonaris-unfinished ${kind} ${showId}`;

/** The lock that the page of a run holds. */
export const lockOf = (runId: string) => `phonaris-presenting ${runId}`;

/**
 * Saves a run: in the browser's storage, which is written before this returns, so that a reload loses nothing; and in its database, which is
 * on the disk within milliseconds, so that a crash of the browser loses nothing.
 */
export function saveUnfinished(run: UnfinishedRun) {
  const key = keyOf(run.showId, run.kind);
  storage.setItem(key, JSON.stringify(run));
  void inDatabase("readwrite", (runs) => runs.put(run, key)).catch(() => undefined);
}

/** Forgets the run of a show: it has ended, or will not be resumed. */
export function forgetUnfinished(showId: string, kind: Schemas["RunKind"]) {
  storage.removeItem(keyOf(showId, kind));
  void inDatabase("readwrite", (runs) => runs.delete(keyOf(showId, kind))).catch(() => undefined);
}

/** The run of a show that can be resumed: it has not ended, and no page presents it. */
export async function findUnfinished(showId: string, kind: Schemas["RunKind"]): Promise<UnfinishedRun | undefined> {
  const key = keyOf(showId, kind);
  const [stored, other] = [
    JSON.parse(storage.getItem(key) ?? "null") as UnfinishedRun | null,
    await inDatabase<UnfinishedRun | undefined>("readonly", (runs) => runs.get(key)).catch(() => undefined),
  ];
  // An ended run is removed from the storage first.
  const run =
    stored && other?.runId === stored.runId && other.stage.at.wallMs > stored.stage.at.wallMs
      ? other
      : (stored ?? other);
  if (!run || Date.now() - run.stage.at.wallMs > tooOldMs) return undefined;
  const { held = [] } = await navigator.locks.query();
  return held.some((lock) => lock.name === lockOf(run.runId)) ? undefined : run;
}

async function inDatabase<T>(mode: IDBTransactionMode, ask: (runs: IDBObjectStore) => IDBRequest): Promise<T> {
  const opening = indexedDB.open(databaseName, 1);
  opening.onupgradeneeded = () => opening.result.createObjectStore(table);
  const database = await resultOf<IDBDatabase>(opening);
  try {
    return await resultOf<T>(ask(database.transaction(table, mode, { durability: "strict" }).objectStore(table)));
  } finally {
    database.close();
  }
}

const resultOf = <T>(request: IDBRequest) =>
  new Promise<T>((done, failed) => {
    request.onsuccess = () => done(request.result as T);
    request.onerror = () => failed(request.error ?? new Error("The browser's database cannot be used."));
  });
