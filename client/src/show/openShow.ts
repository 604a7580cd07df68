import type { QueryClient } from "@tanstack/react-query";
import { createContext, useContext } from "react";
import { useStore, type StoreApi } from "zustand";
import type { EditOf } from "../api/changes";
import type { UploadedFile, ShowView } from "../api/client";
import { createEdits } from "../api/edits";
import { reportError } from "../api/errors";
import { cachedShow } from "../api/show";
import type { Purpose } from "../api/upload";
import { ChunkPlayer, chunksFrom } from "../hearing/ChunkPlayer";
import { playAlone } from "../hearing/sounding";
import type { BeginEditing } from "../ui/editing";
import { createImports, type ImportTarget } from "./importFiles";
import { createOpenState, type OpenState } from "./openState";
import type { Selection } from "./selection";

/** An open show and what can be done to it. It stays the same object until the show is closed, so that using it redraws nothing. */
export interface OpenShow {
  id: string;
  /** Plays the whole show. */
  player: ChunkPlayer;
  /** What this page remembers of the show besides the show itself. */
  state: StoreApi<OpenState>;
  /** Makes an edit; what was proposed for a revision is made on that. */
  edit: (edit: EditOf, proposedFor?: number) => void;
  undo: () => void;
  redo: () => void;
  play: (fromFrame: number) => void;
  /** Stops what plays; else plays on, from the beginning again where it had come to the end. */
  togglePlay: () => void;
  /** The show as it is now. */
  now: () => ShowView;
  select: (selection: Selection) => void;
  setSolo: (cueIds: readonly string[]) => void;
  /** Imports files: sounds go into the list, videos where they were dropped; of decks it is asked what they are for. */
  importFiles: (files: readonly File[], to?: ImportTarget) => void;
  /** Puts another file in a sound's place. */
  replaceFile: (soundId: string, file: File) => void;
  /** Uploads a file, shown among the uploads. */
  upload: (file: File, purpose: Purpose) => Promise<UploadedFile>;
  /** Begins typing or dragging; what it returns makes the edit that it comes to, checked against the revision of this moment. */
  beginEditing: BeginEditing;
}

export function createOpenShow(
  queries: QueryClient,
  id: string,
  player = new ChunkPlayer(chunksFrom(`/api/shows/${id}/sound`), reportError),
): OpenShow {
  const state = createOpenState();
  const play = (fromFrame: number) => playAlone(player, fromFrame);
  const now = () => cachedShow(queries, id) as ShowView;
  return {
    id,
    player,
    state,
    ...createEdits(queries, id),
    ...createImports(queries, id, state),
    play,
    togglePlay: () => {
      const at = player.position();
      if (player.playing()) player.stop();
      else play(at >= now().runningOrder.totalFrames ? 0 : at);
    },
    now,
    select: (selection) => state.setState({ selection }),
    setSolo: (solo) => {
      state.setState({ solo });
      player.hearOnly(solo);
    },
  };
}

export const OpenShowContext = createContext<OpenShow | undefined>(undefined);
export const ViewContext = createContext<ShowView | undefined>(undefined);

/** The open show, and what can be done to it. */
export function useOpenShow(): OpenShow {
  const open = useContext(OpenShowContext);
  if (!open) throw new Error("No show is open here.");
  return open;
}

/** The show as the server sees it. A component that uses it is redrawn when the show changes. */
export function useView(): ShowView {
  const view = useContext(ViewContext);
  if (!view) throw new Error("No show is open here.");
  return view;
}

/** A part of what this page remembers of the show. A component that uses it is redrawn when that part changes. */
export const useOpenState = <T>(part: (state: OpenState) => T): T => useStore(useOpenShow().state, part);
