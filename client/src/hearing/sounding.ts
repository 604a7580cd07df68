import { createStore } from "zustand";
import type { ChunkPlayer } from "./ChunkPlayer";

/** What is playing: only one thing at a time. */
const sounding = createStore<{ player: ChunkPlayer | undefined }>(() => ({ player: undefined }));

/** Plays something, and stops what else is playing. */
export function playAlone(player: ChunkPlayer, fromFrame: number, toFrame?: number) {
  const before = sounding.getState().player;
  if (before !== player) before?.stop();
  sounding.setState({ player });
  void player.play(fromFrame, toFrame);
}

/** Whether something is playing. */
export const isSounding = () => sounding.getState().player?.playing() ?? false;

/** Stops playback, for example before recording. */
export const silence = () => sounding.getState().player?.stop();
