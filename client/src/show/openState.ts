import { createStore, type StoreApi } from "zustand";
import type { UploadedFile } from "../api/client";
import type { Selection } from "./selection";

/** The page's state of an open show, apart from the show itself. */
export interface OpenState {
  selection: Selection;
  /** The soloed cues, by id; none when all are heard. Nothing in the show changes. */
  solo: readonly string[];
  uploads: readonly Upload[];
  /** Uploaded decks, for each of which a dialog asks what it is for. */
  decks: readonly UploadedDeck[];
}

/** A file being uploaded, or read by the server. */
interface Upload {
  id: number;
  name: string;
  /** The fraction uploaded; undefined once it is being read. */
  fraction?: number;
  stop: () => void;
}

/** A deck uploaded into a show with slides. */
export interface UploadedDeck {
  files: readonly UploadedFile[];
  /** The slide before which it was dropped. */
  index: number;
}

export const createOpenState = (): StoreApi<OpenState> =>
  createStore(() => ({ selection: undefined, solo: [], uploads: [], decks: [] }));
