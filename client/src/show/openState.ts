import { createStore, type StoreApi } from "zustand";
import type { UploadedFile } from "../api/client";
import type { Selection } from "./selection";

/** What the page remembers of an open show besides the show itself. */
export interface OpenState {
  selection: Selection;
  /** The cues that are soloed, by their ids; none when all are heard. Nothing in the show changes. */
  solo: readonly string[];
  uploads: readonly Upload[];
  /** Uploaded decks, for each of which it is asked what it is for, one after the other. */
  decks: readonly UploadedDeck[];
}

/** A file on its way to the server, or read there. */
interface Upload {
  id: number;
  name: string;
  /** How much of it has arrived; none once it is read. */
  fraction?: number;
  stop: () => void;
}

/** A deck uploaded while the show has slides. */
export interface UploadedDeck {
  files: readonly UploadedFile[];
  /** Before which slide it was dropped. */
  index: number;
}

export const createOpenState = (): StoreApi<OpenState> =>
  createStore(() => ({ selection: undefined, solo: [], uploads: [], decks: [] }));
