import { useRef, useState, type CSSProperties } from "react";
import { videoFileUrl, videoPictureUrl, type Slide } from "../api/client";
import { useEachFrame } from "../hearing/usePlayer";
import { useOpenShow, useView } from "../show/openShow";
import { follow } from "./follow";
import { useRetry } from "./useRetry";
import { seenAt, videosOn, type ShownVideo } from "./seen";
import { SlideArea, VideoBox } from "./SlideVideos";

/** The videos on a slide, in sync with playback. */
export function MovingVideos({ slide }: { slide: Slide }) {
  const view = useView();
  const videos = videosOn(view, slide.id);
  const time = view.runningOrder.slides.find((s) => s.slideId === slide.id);
  if (videos.length === 0 || !time) return null;
  return (
    <SlideArea picture={slide.picture}>
      {videos.map((video) => (
        <VideoBox key={video.cueId} box={video.box}>
          {(style) => <Moving video={video} from={time.startFrame} to={time.endFrame} style={style} />}
        </VideoBox>
      ))}
    </SlideArea>
  );
}

interface MovingProps {
  video: ShownVideo;
  /** The slide's frames in the show. */
  from: number;
  to: number;
  style: CSSProperties;
}

/** One video. Until its browser version is ready and loaded, a still picture is shown. */
function Moving({ video, from, to, style }: MovingProps) {
  const view = useView();
  const { player } = useOpenShow();
  const element = useRef<HTMLVideoElement>(null);
  const [plays, setPlays] = useState(false);
  const retry = useRetry(element);
  useEachFrame(player, (frame) => {
    if (!element.current) return;
    const seen = seenAt(video, Math.max(from, Math.min(to - 1, frame)));
    element.current.style.visibility = seen ? "visible" : "hidden";
    // Without playback nothing moves.
    if (seen) follow(element.current, player.playing() ? seen : { ...seen, speed: 0 });
  });
  return (
    <>
      {!plays && video.standsFor !== null && (
        <img src={videoPictureUrl(view.id, video.media, video.standsFor, 1280)} alt="" style={style} />
      )}
      <video
        ref={element}
        src={videoFileUrl(view.id, video.media)}
        muted
        playsInline
        preload="auto"
        data-video={video.cueId}
        style={{ ...style, objectFit: "fill" }}
        onLoadedData={() => setPlays(true)}
        onError={retry}
      />
    </>
  );
}
