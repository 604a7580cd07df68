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
  /** Brings files in: decks go behind the last slide, sounds into the list. */
  bringIn: (files: readonly File[]) => void;
  uploads: readonly Upload[];
}

/** A file on its way to the server. */
export interface Upload {
  id: number;
  name: string;
  fraction: number;
}

export const ShowContext = createContext<OpenShow | undefined>(undefined);

export function useOpenShow(): OpenShow {
  const open = useContext(ShowContext);
  if (!open) throw new Error("No show is open here.");
  return open;
}
