import { pictureUrl, type Slide } from "../api/client";
import { useView } from "../show/openShow";
import { MovingVideos } from "../videos/MovingVideos";
import { words } from "./words";

/** A slide, large. Its videos follow the playback. */
export function LargePicture({ slide }: { slide: Slide }) {
  const view = useView();
  return (
    <div className="relative mb-2 aspect-video w-full">
      <img
        className={`bg-base-300 size-full rounded-md ${slide.picture.fills ? "object-cover" : "object-contain"}`}
        src={pictureUrl(view.id, slide, 1280)}
        alt={words.slidePicture(slide.title)}
      />
      <MovingVideos slide={slide} />
    </div>
  );
}
