import { HotspotShape } from "../../hotspots/HotspotShape";
import { countdownWords } from "../engine/countdown";
import type { Stage } from "../engine/Stage";
import { useNow, useTick } from "../engine/useNow";
import type { Pictures } from "../engine/pictures";
import { SlideLayers } from "./SlideLayers";
import { words } from "./words";

interface Props {
  stage: Stage;
  /** The address of the picture of a cue's hotspot. */
  spotPicture: (cueId: string) => string | undefined;
  pictures: Pictures;
  /** When the talk begins, by this machine's clock; undefined for no countdown. */
  startsAt: number | undefined;
}

/** What the audience sees: the slide with its steps, transitions and hotspots, and the countdown of the waiting loop. */
export function AudienceView({ stage, spotPicture, pictures, startsAt }: Props) {
  const now = useNow(stage);
  const place = stage.place();
  const slide = stage.view.show.slides.find((s) => s.id === place?.slideId);
  const picture = place && pictures.get(`${place.slideId} ${place.step}`);
  const spots = place ? stage.run.plan.cues.filter((c) => place.byHand.includes(c.id)) : [];
  return (
    <div className="relative h-full w-full overflow-hidden bg-black select-none" data-testid="audience">
      {picture && (
        <div className="absolute inset-0 grid place-items-center">
          <div className="relative max-h-full max-w-full" style={{ aspectRatio: ratio(slide?.picture), width: "100%" }}>
            <SlideLayers stage={stage} pictures={pictures} />
            {spots.map((cue) => {
              const spot = stage.view.show.cues.find((c) => c.id === cue.cueId)?.hotspot;
              return (
                spot && (
                  <button
                    key={cue.id}
                    type="button"
                    className={`absolute cursor-pointer ${spot.shown ? "" : "opacity-0"}`}
                    style={{
                      left: `${(spot.x - spot.size / 2) * 100}%`,
                      top: `${spot.y * 100}%`,
                      width: `${spot.size * 100}%`,
                      transform: "translateY(-50%)",
                    }}
                    aria-label={words.play(cue.name)}
                    data-spot={cue.id}
                    onClick={(event) => {
                      event.stopPropagation();
                      stage.startCue(cue.id);
                    }}
                  >
                    <HotspotShape spot={spot} picture={spotPicture(cue.cueId)} />
                  </button>
                )
              );
            })}
          </div>
        </div>
      )}
      {place?.loopStart != null && startsAt !== undefined && <Countdown startsAt={startsAt} />}
      {(now.black || now.ended) && <div className="absolute inset-0 bg-black" data-testid="black" />}
    </div>
  );
}

const ratio = (picture: { width: number; height: number; card: unknown } | undefined) =>
  !picture || picture.card || picture.width === 0 ? "16 / 9" : `${picture.width} / ${picture.height}`;

function Countdown({ startsAt }: { startsAt: number }) {
  useTick();
  return (
    <p className="figures absolute right-[4%] bottom-[5%] rounded-lg bg-black/70 px-6 py-3 text-4xl font-bold text-white">
      {countdownWords(startsAt)}
    </p>
  );
}
