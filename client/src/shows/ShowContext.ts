import { createContext, useContext } from "react";
import type { Edit, ShowView } from "../api/client";
import type { ChunkPlayer } from "../hearing/ChunkPlayer";

/** What every view of an open show works with. */
export interface OpenShow {
  view: ShowView;
  edit: (edit: Edit) => void;
  undo: () => void;
  redo: () => void;
  player: ChunkPlayer;
  playing: boolean;
  play: (fromFrame: number) => void;
  /** The cues that are heard alone, by their ids; none when all are heard. Nothing of the show is changed by it. */
  alone: readonly string[];
  hearAlone: (cueIds: readonly string[]) => void;
  /** Brings files in: sounds go into the list; of decks it is asked what they are for. */
  bringIn: (files: readonly File[], slideIndex?: number) => void;
  /** Puts another file in a sound's place. */
  replace: (soundId: string, file: File) => void;
  uploads: readonly Upload[];
}

/** A file on its way to the server. */
export interface Upload {
  id: number;
  name: string;
  fraction: number;
  stop: () => void;
}

export const ShowContext = createContext<OpenShow | undefined>(undefined);

export function useOpenShow(): OpenShow {
  const open = useContext(ShowContext);
  if (!open) throw new Error("No show is open here.");
  return open;
}
