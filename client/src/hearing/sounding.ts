import { createStore } from "zustand";
import type { ChunkPlayer } from "./ChunkPlayer";

/** What is listened to: one thing at a time. */
const sounding = createStore<{ player: ChunkPlayer | undefined }>(() => ({ player: undefined }));

/** Plays something, and stops whatever else sounds. */
export function playAlone(player: ChunkPlayer, fromFrame: number, toFrame?: number) {
  const before = sounding.getState().player;
  if (before !== player) before?.stop();
  sounding.setState({ player });
  void player.play(fromFrame, toFrame);
}

/** Whether something sounds now. */
export const isSounding = () => sounding.getState().player?.playing() ?? false;

/** Stops whatever sounds, as before recording. */
export const silence = () => sounding.getState().player?.stop();
