import { useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { reportError } from "../api/errors";
import { ChunkPlayer, chunksFrom } from "./ChunkPlayer";
import { playAlone } from "./sounding";

/** A player for an address, for the lifetime of the component; starting it stops whatever else is playing. */
export function usePlayer(address: string): {
  player: ChunkPlayer;
  playing: boolean;
  play: (from: number, to?: number) => void;
} {
  const [player, setPlayer] = useState(() => new ChunkPlayer(chunksFrom(address), reportError));
  const [playedAddress, setPlayedAddress] = useState(address);
  if (playedAddress !== address) {
    setPlayedAddress(address);
    setPlayer(new ChunkPlayer(chunksFrom(address), reportError));
  }
  useEffect(() => () => player.stop(), [player]);
  const playing = usePlaying(player);
  const play = useCallback((from: number, to?: number) => playAlone(player, from, to), [player]);
  return { player, playing, play };
}

/** Whether a player plays. */
export const usePlaying = (player: ChunkPlayer) => useSyncExternalStore(player.subscribe, player.playing);

/** Calls back before each animation frame during playback, and once on start, stop and seek. */
export function useEachFrame(player: ChunkPlayer, draw: (frame: number) => void) {
  useEffect(() => {
    let request = 0;
    const loop = () => {
      draw(player.position());
      if (player.playing()) request = requestAnimationFrame(loop);
    };
    const restart = () => {
      cancelAnimationFrame(request);
      loop();
    };
    restart();
    const leave = player.subscribe(restart);
    return () => {
      leave();
      cancelAnimationFrame(request);
    };
  });
}
