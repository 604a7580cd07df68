import { framesOfMs, shortTime } from "../../../ui/format";
import type { Stage } from "../../engine/Stage";
import { aheadWords } from "../StageClock";
import { useNow } from "../../engine/useNow";
import { nextWords } from "../../engine/nextEffect";
import { words } from "../words";

/** Announces to screen readers the current slide, what plays, and what the next key does. The time is announced on request. */
export function Announcements({ stage, time }: { stage: Stage; time: string }) {
  const { place: at } = useNow(stage);
  const place = stage.places[at];
  const slide = stage.view.show.slides.find((s) => s.id === place?.slideId);
  const sounding = stage.snapshot().sounding.map((id) => stage.run.cue(id).name);
  return (
    <div className="sr-only">
      <p aria-live="polite" data-testid="told">
        {[
          words.said.slide(place?.number, slide?.title),
          place && place.step > 0 && words.said.step(place.step + 1, slide?.steps[place.step]?.label),
          sounding.length > 0 ? words.said.playing(sounding.join(", ")) : words.silent,
          words.said.next(nextWords(stage)),
        ]
          .filter(Boolean)
          .join(" ")}
      </p>
      <p aria-live="assertive" data-testid="time-told">
        {time}
      </p>
    </div>
  );
}

/** The elapsed time for screen readers. */
export function timeWords(stage: Stage): string {
  const { talkSinceMs, slideSinceMs } = stage.snapshot();
  const text = (since: number) => shortTime(framesOfMs(stage.timeMs() - since));
  const talk = talkSinceMs === undefined ? words.said.waiting : words.said.intoTalk(text(talkSinceMs));
  return [talk, aheadWords(stage), words.said.onSlide(text(slideSinceMs))].filter(Boolean).join(", ");
}
