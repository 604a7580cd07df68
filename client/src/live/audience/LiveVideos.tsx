import { useEffect, useRef, type CSSProperties } from "react";
import { follow } from "../../videos/follow";
import { SlideArea, VideoBox } from "../../videos/SlideVideos";
import type { LiveCue } from "../engine/run";
import type { Stage } from "../engine/Stage";
import { useNow } from "../engine/useNow";
import { seenNow, videosAt } from "../engine/videos";
import { words } from "./words";

/** The videos on a slide, by default the current one: large, or on the presenter's small picture. A manual one is triggered by a click on it. */
export function LiveVideos({ stage, at, small = false }: { stage: Stage; at?: number; small?: boolean }) {
  const now = useNow(stage);
  const index = at ?? now.place;
  const place = stage.places[index];
  const slide = stage.view.show.slides.find((s) => s.id === place?.slideId);
  const videos = videosAt(stage, index);
  if (!slide || videos.length === 0) return null;
  return (
    <SlideArea picture={slide.picture} left={small}>
      {videos.map((cue) => (
        <VideoBox key={cue.id} box={cue.video.box}>
          {(style) => (
            <>
              <LiveVideo stage={stage} cue={cue} style={style} />
              {cue.byHand && place?.byHand.includes(cue.id) && (
                <button
                  type="button"
                  className="pointer-events-auto absolute inset-0 cursor-pointer"
                  aria-label={words.play(cue.name)}
                  {...(small ? { title: cue.name } : {})}
                  data-play={cue.id}
                  onClick={(event) => {
                    event.stopPropagation();
                    stage.startCue(cue.id);
                  }}
                />
              )}
            </>
          )}
        </VideoBox>
      ))}
    </SlideArea>
  );
}

interface Props {
  stage: Stage;
  cue: Parameters<typeof seenNow>[1] & LiveCue;
  style: CSSProperties;
}

function LiveVideo({ stage, cue, style }: Props) {
  const element = useRef<HTMLVideoElement>(null);
  const source = stage.videos.get(cue.video.file);
  useEffect(() => {
    const video = element.current;
    // By the window it is in: a window in the background draws nothing.
    const there = video?.ownerDocument.defaultView;
    if (!video || !there) return;
    let request = 0;
    const draw = () => {
      const seen = seenNow(stage, cue);
      video.style.visibility = seen ? "visible" : "hidden";
      if (seen) follow(video, seen);
      request = there.requestAnimationFrame(draw);
    };
    draw();
    return () => there.cancelAnimationFrame(request);
  });
  if (!source) return null;
  return (
    <video
      ref={element}
      src={source}
      muted
      playsInline
      preload="auto"
      data-video={cue.id}
      style={{ ...style, objectFit: "fill" }}
    />
  );
}
