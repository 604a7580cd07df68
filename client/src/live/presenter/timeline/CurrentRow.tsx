import { ArrowDown } from "lucide-react";
import { framesOfMs, shortTime } from "../../../ui/format";
import type { Pictures } from "../../engine/pictures";
import { LiveVideos } from "../../audience/LiveVideos";
import { SlidePicture } from "../../audience/SlidePicture";
import type { Stage } from "../../engine/Stage";
import { useNow, useTick } from "../../engine/useNow";
import { nextPlace, nextWords } from "../../engine/nextEffect";
import { glide } from "./progress";
import { words } from "../words";

export const titleHeight = 52;
export const strokeHeight = 56;

interface Props {
  stage: Stage;
  pictures: Pictures;
  picture: { width: number; height: number };
}

/** The current row: its picture with the elapsed time along its edge, its steps, and what the next key does. */
export function CurrentRow({ stage, pictures, picture }: Props) {
  const now = useNow(stage);
  const place = stage.place();
  const slide = stage.view.show.slides.find((s) => s.id === place?.slideId);
  const last = stage.places.at(-1)?.number;
  return (
    <>
      <div className="flex" style={{ height: picture.height }}>
        <TimeEdge stage={stage} />
        <div className={`relative min-w-0 grow ${now.black ? "opacity-30" : ""}`}>
          <SlidePicture
            picture={place && pictures.get(`${place.slideId} ${place.step}`)}
            alt={slide?.title ?? ""}
            className="size-full rounded-r-md object-contain object-left"
          />
          <LiveVideos stage={stage} small />
        </div>
      </div>
      <div className="flex items-center gap-3 pt-1" style={{ height: titleHeight }}>
        <div className="min-w-0 grow">
          <p className="truncate text-xl leading-tight font-semibold">
            <b className="figures">{place?.number}</b> {slide?.title}
            {place && place.step > 0 && <span className="muted"> · {slide?.steps[place.step]?.label}</span>}
          </p>
          <p className="muted truncate text-sm" data-testid="where">
            {[
              words.where(place?.number, last),
              slide && slide.steps.length > 1 && words.stepOf((place?.step ?? 0) + 1, slide.steps.length),
              place?.loopStart != null && words.waitingLoop,
              now.black && words.black,
              now.paused && words.paused,
            ]
              .filter(Boolean)
              .join(", ")}
          </p>
        </div>
        {slide && slide.steps.length > 1 && (
          <span className="flex max-w-40 shrink-0 flex-wrap gap-1" aria-hidden="true">
            {slide.steps.map((step, n) => (
              <i
                key={step.id}
                title={step.label}
                className={`size-3 rounded-full border-2 border-current ${n <= (place?.step ?? 0) ? "bg-current" : "muted"}`}
              />
            ))}
          </span>
        )}
        <TimeHere stage={stage} />
      </div>
      <NextStroke stage={stage} />
    </>
  );
}

/** The planned and the elapsed time of the slide. */
function useStay(stage: Stage) {
  const now = useNow(stage);
  useTick(4);
  const planned = stage.view.show.slides.find((s) => s.id === stage.place()?.slideId)?.holdMs ?? 0;
  return { planned, spent: Math.max(0, stage.timeMs() - now.slideSinceMs) };
}

/** The elapsed time of the slide, filling its edge from top to bottom. */
function TimeEdge({ stage }: { stage: Stage }) {
  const { planned, spent } = useStay(stage);
  const over = spent > planned;
  return (
    <div className="bg-base-300 relative w-2 shrink-0 overflow-hidden rounded-l-md" aria-hidden="true">
      <div
        className={`absolute inset-0 origin-top ${glide(planned)} ${over ? "bg-warning" : "bg-primary"}`}
        style={{ transform: `scaleY(${planned > 0 ? Math.min(1, spent / planned) : 1})` }}
      />
    </div>
  );
}

function TimeHere({ stage }: { stage: Stage }) {
  const { planned, spent } = useStay(stage);
  const text = (ms: number) => shortTime(framesOfMs(ms));
  const over = spent - planned > 500;
  return (
    <p className="shrink-0 text-right leading-tight" data-spent>
      <b className={`figures text-xl ${over ? "text-warning" : ""}`}>{text(spent)}</b>
      <span className="muted block text-sm">{over ? words.over(text(spent - planned)) : words.of(text(planned))}</span>
    </p>
  );
}

/** The next key, and the sounds it starts and ends. */
function NextStroke({ stage }: { stage: Stage }) {
  const now = useNow(stage);
  const next = nextPlace(stage.places, now.place);
  const leaves = stage.place()?.loopStart != null;
  return (
    <button
      type="button"
      className="btn btn-primary mt-1 flex h-11 w-full justify-start gap-3 overflow-hidden px-3 text-left"
      disabled={next === undefined}
      onClick={() => stage.on()}
    >
      <ArrowDown size={22} className="shrink-0" />
      <span className="shrink-0 text-lg">{leaves ? words.beginTalk : words.next}</span>
      <span className="line-clamp-2 min-w-0 text-sm leading-tight font-normal" data-testid="nextEffect">
        {nextWords(stage)}
      </span>
    </button>
  );
}
