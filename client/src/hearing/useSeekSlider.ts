import { useRef } from "react";
import { framesPerSecond, time } from "../ui/format";
import { useDragValue } from "../ui/useDragValue";
import type { ChunkPlayer } from "./ChunkPlayer";
import { useEachFrame } from "./usePlayer";
import { words } from "./words";

const stepSeconds = 5;

interface Options {
  label: string;
  player: ChunkPlayer;
  /** Its length in frames. */
  frames: number;
  go: (frame: number) => void;
}

/** A strip for going to any position of a sound: by click, drag, or arrow keys (5 s). Its properties go to the strip's element. */
export function useSeekSlider<E extends HTMLElement>({ label, player, frames, go }: Options) {
  const ref = useRef<E>(null);
  useEachFrame(player, (frame) => {
    ref.current?.setAttribute("aria-valuenow", String(Math.round(frame / framesPerSecond)));
    ref.current?.setAttribute("aria-valuetext", time(Math.max(0, frame)));
  });
  const to = (frame: number) => go(Math.round(Math.max(0, Math.min(frames, frame))));
  const { bind } = useDragValue({
    valueAt: ({ x, width }) => (x / width) * frames,
    commit: to,
    // During playback, every position on the way would be fetched.
    change: (frame) => player.playing() || to(frame),
    press: ({ x, width }) => to((x / width) * frames),
    nudge: ({ x }) => to(player.position() + x * stepSeconds * framesPerSecond),
    surface: ref,
  });
  return {
    ref,
    role: "slider",
    tabIndex: 0,
    "aria-label": label,
    "aria-valuemin": 0,
    "aria-valuemax": Math.round(frames / framesPerSecond),
    "aria-valuenow": 0,
    title: words.seekKeys,
    ...bind(),
  } as const;
}
