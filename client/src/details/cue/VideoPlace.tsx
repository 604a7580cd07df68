import { Maximize } from "lucide-react";
import { useRef } from "react";
import { changeCue } from "../../api/changes";
import { pictureUrl, videoPictureUrl, type Cue, type Sound } from "../../api/client";
import { useOpenShow, useView } from "../../show/openShow";
import { Select, Checkbox } from "../../ui/fields";
import { useDragValue } from "../../ui/useDragValue";
import { SlideArea } from "../../videos/SlideVideos";
import { Row, Topic } from "../Topic";
import { words } from "./words";

type Place = NonNullable<Cue["video"]>;
type Box = Pick<Place, "x" | "y" | "width" | "height">;

const least = 0.05;
const nudged = 0.01; // of the slide, by an arrow key

/** The position of a video, dragged on its slide, and what is shown before it starts and after it ends. */
export function VideoPlace({ cue, video, place }: { cue: Cue; video: Sound; place: Place }) {
  const view = useView();
  const { edit } = useOpenShow();
  const slide = view.show.slides.find((s) => s.id === cue.span?.first);
  const area = useRef<HTMLDivElement>(null);
  const change = (part: (now: Place) => Partial<Place>) =>
    edit(
      changeCue(
        cue.id,
        ({ id, video: now }) => now && { kind: "setVideo", cueId: id, video: { ...now, ...part(now) } },
      ),
    );
  const set = (part: Partial<Place>) => change(() => part);

  const { held, bind } = useDragValue<Box, "place" | "size">({
    valueAt: ({ x, y, startX, startY, width, height }, grip) =>
      moved(place, grip === "size", (x - startX) / width, (y - startY) / height),
    commit: set,
    nudge: ({ x, y, large }) => change((now) => moved(now, large, x * nudged, y * nudged)),
    surface: area,
  });

  const box = held?.value ?? place;
  const whole = place.x === 0 && place.y === 0 && place.width === 1 && place.height === 1;
  return (
    <Topic
      title={words.position}
      more={{
        name: "seen",
        contents: words.positionMore,
        content: (
          <>
            <Row label={words.fitting}>
              <Select
                label={words.fitting}
                value={place.fitting}
                options={[
                  ["inside", words.fittings.inside],
                  ["filling", words.fittings.filling],
                ]}
                commit={(fitting) => set({ fitting })}
              />
              {!whole && (
                <button type="button" className="btn btn-xs" onClick={() => set({ x: 0, y: 0, width: 1, height: 1 })}>
                  <Maximize size={13} /> {words.wholeSlide}
                </button>
              )}
            </Row>
            <Row label={words.atEnd}>
              <Select
                label={words.atEnd}
                value={place.atEnd}
                options={[
                  ["keepsLast", words.atEnds.keepsLast],
                  ["backToFirst", words.atEnds.backToFirst],
                  ["leaves", words.atEnds.leaves],
                ]}
                commit={(atEnd) => set({ atEnd })}
              />
            </Row>
            <Checkbox checked={place.hiddenBefore} set={(hiddenBefore) => set({ hiddenBefore })}>
              {words.hiddenBefore}
            </Checkbox>
          </>
        ),
      }}
    >
      {slide && (
        <div className="bg-base-300 relative mb-2 aspect-video w-full rounded-md">
          <img
            src={pictureUrl(view.id, slide, 320)}
            alt=""
            className={`size-full rounded-md ${slide.picture.fills ? "object-cover" : "object-contain"}`}
            draggable={false}
          />
          <SlideArea picture={slide.picture}>
            <div ref={area} className="pointer-events-auto absolute inset-0">
              <div
                {...bind("place")}
                role="button"
                tabIndex={0}
                aria-label={words.videoAt(percent(box.x), percent(box.y), percent(box.width), percent(box.height))}
                data-testid="video-place"
                className="absolute cursor-move touch-none overflow-hidden outline-2 outline-[var(--video)]"
                style={{ left: share(box.x), top: share(box.y), width: share(box.width), height: share(box.height) }}
              >
                <img
                  src={videoPictureUrl(view.id, video.media, cue.inFrame, 320)}
                  alt=""
                  className={`pointer-events-none size-full ${place.fitting === "inside" ? "object-contain" : "object-cover"}`}
                  draggable={false}
                />
                <div
                  {...bind("size")}
                  data-grip="size"
                  title={words.sizeHint}
                  className="absolute right-0 bottom-0 size-4 cursor-nwse-resize touch-none bg-[var(--video)]"
                />
              </div>
            </div>
          </SlideArea>
        </div>
      )}
    </Topic>
  );
}

/** A box moved or resized within the slide. */
function moved({ x, y, width, height }: Box, size: boolean, dx: number, dy: number): Box {
  if (size) return { x, y, width: round(within(width + dx, least, 2)), height: round(within(height + dy, least, 2)) };
  return {
    x: round(within(x + dx, least - width, 1 - least)),
    y: round(within(y + dy, least - height, 1 - least)),
    width,
    height,
  };
}

const within = (value: number, from: number, to: number) => Math.max(from, Math.min(to, value));
const round = (value: number) => Math.round(value * 1000) / 1000;
const share = (value: number) => `${100 * value}%`;
const percent = (value: number) => `${Math.round(100 * value)}%`;
