import { useRef, useState } from "react";
import { videoFileUrl, videoPictureUrl, type Sound } from "../api/client";
import type { ChunkPlayer } from "../hearing/ChunkPlayer";
import { useEachFrame } from "../hearing/usePlayer";
import { useView } from "../show/openShow";
import { follow } from "./follow";
import { useRetry } from "./useRetry";
import { words } from "./words";

interface Props {
  video: Sound;
  /** The player of its sound; frames are those of the file. */
  player: ChunkPlayer;
  /** The frame under the pointer during a drag, shown instead of the playback position. */
  at?: number | undefined;
}

/** A video on its own, at the playback position or the position of a drag. */
export function VideoPreview({ video, player, at }: Props) {
  const view = useView();
  const element = useRef<HTMLVideoElement>(null);
  const [plays, setPlays] = useState(false);
  const retry = useRetry(element);
  useEachFrame(player, (frame) => {
    if (element.current)
      follow(element.current, { fileFrame: at ?? frame, speed: player.playing() && at === undefined ? 1 : 0 });
  });
  return (
    <div className="bg-base-300 relative mb-1.5 aspect-video overflow-hidden rounded-md">
      {!plays && (
        <img
          src={videoPictureUrl(view.id, video.media, at ?? player.position(), 320)}
          alt=""
          className="absolute inset-0 size-full object-contain"
        />
      )}
      <video
        ref={element}
        src={videoFileUrl(view.id, video.media)}
        muted
        playsInline
        preload="auto"
        aria-label={words.videoOf(video.name)}
        className="absolute inset-0 size-full object-contain"
        onLoadedData={() => setPlays(true)}
        onError={retry}
      />
    </div>
  );
}
