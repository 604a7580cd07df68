import { clock, readMs } from "../../../ui/format";
import { ValueField } from "../../../ui/ValueField";
import { countdownWords } from "../../engine/countdown";
import type { Pictures } from "../../engine/pictures";
import { SlidePicture } from "../../audience/SlidePicture";
import type { Stage } from "../../engine/Stage";
import { useNow, useTick } from "../../engine/useNow";
import { progressOf } from "./progress";
import { words } from "../words";

interface Props {
  stage: Stage;
  pictures: Pictures;
  width: number;
  top: number;
  height: number;
  startsAt: number | undefined;
  setStartsAt: (at: number | undefined) => void;
}

/** With more slides, or less room, numbers are shown instead of pictures. */
const mostPictures = 10;
const leastWidth = 330;

/** The waiting loop as a ring of its slides, with the countdown inside. */
export function WaitingRing({ stage, pictures, width, top, height, startsAt, setStartsAt }: Props) {
  const { place: at } = useNow(stage);
  useTick(4);
  const here = stage.places[at];
  const first = here?.loopStart ?? 0;
  const last = (here?.loopExit ?? stage.places.length) - 1;
  const places = stage.places.slice(first, last + 1);
  const slides = places.filter((p) => p.step === 0);
  const [beganMs, endMs] = [places[0]?.atMs ?? 0, (places.at(-1)?.atMs ?? 0) + (places.at(-1)?.stayMs ?? 0)];
  const withPictures = slides.length <= mostPictures && width >= leastWidth;
  const high = withPictures ? Math.min(56, height / 4) : 22;
  const wide = withPictures ? Math.round((high * 16) / 9) : 22;
  const [x, y] = [width / 2, height / 2];
  const [rx, ry] = [x - wide / 2 - 6, y - high / 2 - 6];
  // The ring begins at the top and runs clockwise, in proportion to the holds.
  const pointAt = (share: number) => ({
    left: x + rx * Math.sin(2 * Math.PI * share),
    top: y - ry * Math.cos(2 * Math.PI * share),
  });
  const progress = progressOf(stage);
  const gone = Array.from({ length: 73 }, (_, n) => pointAt((progress * n) / 72))
    .map((p) => `${p.left.toFixed(1)},${p.top.toFixed(1)}`)
    .join(" ");
  const stops = slides.map((p) => ({ ...p, ...pointAt((p.atMs - beganMs) / Math.max(1, endMs - beganMs)) }));
  return (
    <section className="absolute inset-x-0" style={{ top, height }} aria-label={words.loop}>
      <svg width={width} height={height} className="absolute inset-0" aria-hidden="true">
        <ellipse cx={x} cy={y} rx={rx} ry={ry} fill="none" stroke="var(--line)" strokeWidth={5} />
        <polyline points={gone} fill="none" stroke="var(--color-primary)" strokeWidth={5} />
      </svg>
      <ol>
        {stops.map((stop) => (
          <li
            key={stop.slideId}
            aria-label={words.slideOfLoop(stop.number, stop.slideId === here?.slideId)}
            className={`bg-base-200 absolute flex items-center justify-center overflow-hidden rounded-md border-2 ${stop.slideId === here?.slideId ? "border-primary" : "border-[var(--line)]"}`}
            style={{ left: stop.left - wide / 2, top: stop.top - high / 2, width: wide, height: high }}
          >
            {withPictures ? (
              <SlidePicture
                picture={pictures.get(`${stop.slideId} 0`)}
                alt=""
                width={160}
                className="h-full w-full object-cover"
              />
            ) : (
              <span className="figures text-xs">{stop.number}</span>
            )}
          </li>
        ))}
      </ol>
      <div
        className={`absolute inset-0 flex flex-col items-center justify-center gap-1.5 ${withPictures ? "px-16" : "px-6"}`}
      >
        <p className={`figures font-bold ${withPictures ? "text-2xl" : "text-lg"}`} data-testid="countdown">
          {startsAt === undefined ? words.noCountdown : countdownWords(startsAt)}
        </p>
        <div className="flex flex-wrap items-center justify-center gap-2">
          <ValueField
            label={words.talkStartsIn}
            value={undefined}
            show={(ms) => (ms === undefined ? "" : clock(ms))}
            read={readMs}
            commit={(ms) => ms !== undefined && setStartsAt(Date.now() + ms)}
            placeholder={words.timePattern}
            width="4rem"
          />
          {[1, 5].map((minutes) => (
            <button
              key={minutes}
              type="button"
              className="btn btn-sm bg-base-300"
              onClick={() => setStartsAt(Math.max(Date.now(), startsAt ?? 0) + minutes * 60_000)}
            >
              {words.minutes(minutes)}
            </button>
          ))}
          {startsAt !== undefined && (
            <button type="button" className="btn btn-sm" onClick={() => setStartsAt(undefined)}>
              {words.clear}
            </button>
          )}
        </div>
      </div>
    </section>
  );
}
