import { memo } from "react";
import type { SlideTime } from "../api/client";
import { words } from "./words";

/** The least fraction of the show at which a slide's number fits. */
const roomForNumber = 0.017;
// How much narrower the strip is on a phone.
const onPhones = 6;
/** The most tiles that can be seen and clicked; with more slides, several share a tile. */
const mostTiles = 150;

interface Props {
  slides: readonly SlideTime[];
  total: number;
  /** Goes to a frame; without it the tiles are not interactive. */
  go?: (frame: number) => void;
}

/** The slides side by side, in proportion to their holds. Of many, several share a tile. */
export const SlideTiles = memo(function SlideTiles({ slides, total, go }: Props) {
  const step = Math.max(1, Math.ceil(slides.length / mostTiles));
  const tiles = slides.flatMap((first, i) =>
    i % step === 0 ? [{ first, last: slides[i + step - 1] ?? slides.at(-1) ?? first }] : [],
  );
  const place = (from: number, to: number) => ({
    left: `calc(${(100 * from) / total}% + 1px)`,
    width: `max(1px, calc(${(100 * (to - from)) / total}% - 2px))`,
  });
  const tile = "bg-[var(--tile)] absolute inset-y-0 rounded-xs";
  return (
    <div className="relative mt-1 h-4" aria-hidden={!go}>
      {tiles.map(({ first, last }) =>
        go ? (
          <button
            key={first.slideId}
            type="button"
            tabIndex={-1}
            className={`${tile} cursor-pointer`}
            style={place(first.startFrame, last.endFrame)}
            aria-label={words.goTo(first.number)}
            onClick={() => go(first.startFrame)}
          />
        ) : (
          <span key={first.slideId} className={tile} style={place(first.startFrame, last.endFrame)} />
        ),
      )}
      {slides.map(
        (slide) =>
          showsNumber(slide, total, slides.length) && (
            <span
              key={slide.slideId}
              className={`figures pointer-events-none absolute inset-y-0 text-center text-[0.625rem] leading-4 font-bold ${showsNumber(slide, total, slides.length, onPhones) ? "" : "max-md:hidden"}`}
              style={{ ...place(slide.startFrame, slide.endFrame), minWidth: "fit-content" }}
              aria-hidden="true"
            >
              {slide.number}
            </span>
          ),
      )}
    </div>
  );
});

/** Whether there is room for a slide's number; of many short slides about every tenth is shown. */
function showsNumber(slide: SlideTime, total: number, count: number, narrower = 1): boolean {
  const step = Math.ceil((count * narrower) / 500) * 10;
  const room = roomForNumber * narrower;
  return (slide.endFrame - slide.startFrame) / total > room || (count > 1 / room && slide.number % step === 0);
}
