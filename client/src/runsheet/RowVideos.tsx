import type { Slide } from "../api/client";
import { useView } from "../show/openShow";
import { msOfFrames, seconds } from "../ui/format";
import { StandingVideos } from "../videos/SlideVideos";
import { movesBetween, videosOn } from "../videos/seen";
import type { Row } from "../strands/layout";
import { words } from "./words";

/** The videos on a slide's small picture, and below it how much of its hold has a moving picture. */
export function RowVideos({ slide, row }: { slide: Slide; row: Row }) {
  const view = useView();
  const videos = videosOn(view, slide.id);
  const hold = row.endFrame - row.startFrame;
  const moves = movesBetween(videos, row);
  const says = moves
    ? words.moves(seconds(msOfFrames(moves.to - moves.from)), seconds(msOfFrames(hold)))
    : words.manualVideo;
  return (
    <>
      <StandingVideos showId={view.id} slide={slide} videos={videos} width={160} />
      <div
        role="img"
        aria-label={says}
        title={says}
        data-testid="moves"
        className="absolute inset-x-0 -bottom-1.5 h-1 rounded-full bg-[var(--line)]"
      >
        {moves && (
          <div
            className="absolute inset-y-0 rounded-full bg-[var(--video)]"
            style={{
              left: `${(100 * (moves.from - row.startFrame)) / hold}%`,
              right: `${(100 * (row.endFrame - moves.to)) / hold}%`,
            }}
          />
        )}
      </div>
    </>
  );
}
