import { createContext, useContext } from "react";
import type { EditOf } from "../api/changes";
import type { BroughtFile, ShowView } from "../api/client";
import type { Purpose } from "../api/upload";
import type { BroughtTo } from "../sounds/useBringIn";
import type { ChunkPlayer } from "../hearing/ChunkPlayer";

/** What can be done to an open show. It stays the same while the show changes, so that what uses only this is not drawn anew. */
export interface ShowActions {
  /** Makes an edit; what was proposed for a revision is made on that. */
  edit: (edit: EditOf, proposedFor?: number) => void;
  play: (fromFrame: number) => void;
  /** The show as it is now. */
  now: () => ShowView;
}

/** What every view of an open show works with. */
export interface OpenShow extends Omit<ShowActions, "now"> {
  view: ShowView;
  undo: () => void;
  redo: () => void;
  player: ChunkPlayer;
  playing: boolean;
  /** The cues that are soloed, by their ids; none when all are heard. Nothing of the show is changed by it. */
  solo: readonly string[];
  setSolo: (cueIds: readonly string[]) => void;
  /** Brings files in: sounds go into the list, videos where they were let go; of decks it is asked what they are for. */
  bringIn: (files: readonly File[], at?: BroughtTo) => void;
  /** Puts another file in a sound's place. */
  replace: (soundId: string, file: File) => void;
  /** Sends a file, told among those on their way. */
  send: (file: File, purpose: Purpose) => Promise<BroughtFile>;
  uploads: readonly Upload[];
}

/** A file on its way to the server, or read there. */
export interface Upload {
  id: number;
  name: string;
  /** How much of it has arrived; none once it is read. */
  fraction?: number;
  stop: () => void;
}

export const ShowContext = createContext<OpenShow | undefined>(undefined);
export const ActionsContext = createContext<ShowActions | undefined>(undefined);

export function useOpenShow(): OpenShow {
  const open = useContext(ShowContext);
  if (!open) throw new Error("No show is open here.");
  return open;
}

export function useActions(): ShowActions {
  const actions = useContext(ActionsContext);
  if (!actions) throw new Error("No show is open here.");
  return actions;
}
