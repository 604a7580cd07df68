import { videoPictureUrl, type Sound } from "../api/client";
import { useView } from "../show/openShow";

const pictures = 5;

/** Pictures of a video at even intervals over a stretch, each from the middle of its interval. */
export function PictureStrip({ video, from, to }: { video: Sound; from: number; to: number }) {
  const view = useView();
  return (
    <div className="flex h-8 overflow-hidden rounded-t-md" aria-hidden="true">
      {Array.from({ length: pictures }, (_, k) => from + ((to - from) * (k + 0.5)) / pictures).map((frame, k) => (
        <img
          key={k}
          src={videoPictureUrl(view.id, video.media, frame, 160)}
          alt=""
          className="bg-base-300 h-full min-w-0 flex-1 object-cover"
          draggable={false}
        />
      ))}
    </div>
  );
}
