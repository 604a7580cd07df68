import type { CSSProperties, ReactNode } from "react";
import { videoPictureUrl, type Slide, type StrandView } from "../api/client";
import type { ShownVideo } from "./seen";

type Box = NonNullable<StrandView["video"]>["box"];

interface AreaProps {
  picture: Slide["picture"];
  /** Whether it is aligned to the left rather than centred. */
  left?: boolean;
  children: ReactNode;
}

/** The part of an area that a slide's picture fills, shown whole or filling it. The area has its own size. */
export function SlideArea({ picture, left = false, children }: AreaProps) {
  const shape = picture.width / picture.height;
  const width = `${picture.fills ? "max" : "min"}(100cqw, ${100 * shape}cqh)`;
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden" style={{ containerType: "size" }}>
      <div
        className={`absolute top-1/2 -translate-y-1/2 overflow-hidden ${left ? "left-0" : "left-1/2 -translate-x-1/2"}`}
        style={{ width, aspectRatio: shape }}
      >
        {children}
      </div>
    </div>
  );
}

/** The position of a video on its slide: its visible part, stretched evenly over its box. */
export function VideoBox({ box, children }: { box: Box; children: (style: CSSProperties) => ReactNode }) {
  return (
    <div
      className="absolute overflow-hidden"
      style={{ left: percent(box.x), top: percent(box.y), width: percent(box.width), height: percent(box.height) }}
    >
      {children({
        position: "absolute",
        maxWidth: "none",
        width: percent(1 / box.partWidth),
        height: percent(1 / box.partHeight),
        left: percent(-box.partX / box.partWidth),
        top: percent(-box.partY / box.partHeight),
      })}
    </div>
  );
}

/** The videos on a slide, still, as before it begins. */
export function StandingVideos({ showId, slide, videos, width }: StandingProps) {
  if (videos.every((v) => v.standsFor === null)) return null;
  return (
    <SlideArea picture={slide.picture}>
      {videos.map(
        ({ cueId, box, media, standsFor }) =>
          standsFor !== null && (
            <VideoBox key={cueId} box={box}>
              {(style) => (
                <img src={videoPictureUrl(showId, media, standsFor, width)} alt="" style={style} draggable={false} />
              )}
            </VideoBox>
          ),
      )}
    </SlideArea>
  );
}

interface StandingProps {
  showId: string;
  slide: Slide;
  videos: readonly ShownVideo[];
  /** The width of the pictures requested, in pixels. */
  width: 160 | 320 | 1280;
}

const percent = (share: number) => `${100 * share}%`;
