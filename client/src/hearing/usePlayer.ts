import { useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { reportError } from "../api/errors";
import { ChunkPlayer, chunksFrom } from "./ChunkPlayer";

// One thing is heard at a time.
let sounding: ChunkPlayer | undefined;

/** Whether something sounds now. */
export const isSounding = () => sounding?.playing() ?? false;

/** Stops whatever sounds, as before recording. */
export const silence = () => sounding?.stop();

/** A player of what lies at an address, kept as long as the component; starting it stops whatever else sounds. */
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
  const playing = useSyncExternalStore(player.subscribe, player.playing);
  const play = useCallback(
    (from: number, to?: number) => {
      if (sounding !== player) sounding?.stop();
      sounding = player;
      void player.play(from, to);
    },
    [player],
  );
  return { player, playing, play };
}

/** Calls back before each picture the browser draws, while something plays, and once whenever it starts, stops or is moved. */
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
