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

/** An open show and its operations. It stays the same object until the show is closed, so that using it redraws nothing. */
export interface OpenShow {
  id: string;
  /** Plays the whole show. */
  player: ChunkPlayer;
  /** State of the page that is not part of the show. */
  state: StoreApi<OpenState>;
  /** Makes an edit; a proposal is made on the revision it was made for. */
  edit: (edit: EditOf, proposedFor?: number) => void;
  undo: () => void;
  redo: () => void;
  play: (fromFrame: number) => void;
  /** Stops playback, or resumes it; from the beginning if it had reached the end. */
  togglePlay: () => void;
  /** The current show. */
  now: () => ShowView;
  select: (selection: Selection) => void;
  setSolo: (cueIds: readonly string[]) => void;
  /** Imports files: sounds go into the list, videos where they were dropped; for decks a dialog asks what they are for. */
  importFiles: (files: readonly File[], to?: ImportTarget) => void;
  /** Replaces the file of a sound. */
  replaceFile: (soundId: string, file: File) => void;
  /** Uploads a file, listed among the uploads. */
  upload: (file: File, purpose: Purpose) => Promise<UploadedFile>;
  /** Begins typing or dragging; the returned function makes the edit, checked against the revision at the beginning. */
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

/** The open show and its operations. */
export function useOpenShow(): OpenShow {
  const open = useContext(OpenShowContext);
  if (!open) throw new Error("No show is open here.");
  return open;
}

/** The show as on the server. Components that use it are redrawn when the show changes. */
export function useView(): ShowView {
  const view = useContext(ViewContext);
  if (!view) throw new Error("No show is open here.");
  return view;
}

/** A part of the page's state. Components that use it are redrawn when that part changes. */
export const useOpenState = <T>(part: (state: OpenState) => T): T => useStore(useOpenShow().state, part);
