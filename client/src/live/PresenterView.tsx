import {
  ChevronLeft,
  ChevronRight,
  LayoutGrid,
  Moon,
  MonitorUp,
  Pause,
  Play,
  Smartphone,
  Square,
  VolumeX,
} from "lucide-react";
import { useCallback, useState } from "react";
import { createPortal } from "react-dom";
import { clock, readMs } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { spotUrl } from "../api/client";
import { AudienceView } from "./AudienceView";
import { openAudience, type Audience } from "./audienceWindow";
import { countdownWords } from "./countdown";
import { HandButtons } from "./HandButtons";
import { Notes } from "./Notes";
import { NowSounding } from "./NowSounding";
import { SlideGrid } from "./SlideGrid";
import type { Stage } from "./Stage";
import { StageClock } from "./StageClock";
import { useNow, useTick } from "./useNow";
import { useStageKeys } from "./useStageKeys";
import type { Pictures } from "./pictures";
import { SlidePicture } from "./SlidePicture";

interface Props {
  stage: Stage;
  showId: string;
  pictures: Pictures["had"];
  startsAt: number | undefined;
  setStartsAt: (at: number | undefined) => void;
  /** What is to be told above all else, such as that the show was edited meanwhile. */
  notices: readonly string[];
  openClicker?: () => void;
}

/** The presenter's page, made for a dark room and for a look from a metre away. */
export function PresenterView({ stage, showId, pictures, startsAt, setStartsAt, notices, openClicker }: Props) {
  const now = useNow(stage);
  const [audience, setAudience] = useState<Audience>();
  const [grid, setGrid] = useState(false);
  const openGrid = useCallback(() => setGrid(true), []);
  useStageKeys(stage, { slides: openGrid });
  useTick(1);
  const place = stage.place();
  const { slides } = stage.view.show;
  const slide = slides.find((s) => s.id === place?.slideId);
  const next = stage.places[nextPlace(stage)];
  const nextSlide = slides.find((s) => s.id === next?.slideId);
  const open = audience && !audience.window.closed ? audience : undefined;
  return (
    <div className="flex h-full flex-col">
      <header className="bg-base-100 line-b flex h-16 shrink-0 items-center gap-4 overflow-hidden px-4">
        <StageClock stage={stage} />
        <div className="ml-auto flex shrink-0 items-center gap-1.5">
          <Stroke name="Audience" press={() => setAudience(openAudience())}>
            <MonitorUp size={18} />
          </Stroke>
          {openClicker && (
            <Stroke name="Clicker" press={openClicker}>
              <Smartphone size={18} />
            </Stroke>
          )}
          <Stroke name="Slides" press={openGrid}>
            <LayoutGrid size={18} />
          </Stroke>
          <Stroke name="Black" on={now.black} press={stage.toggleBlack}>
            <Moon size={18} />
          </Stroke>
          <Stroke name={now.paused ? "Go on" : "Pause"} on={now.paused} press={() => void stage.pause()}>
            {now.paused ? <Play size={18} /> : <Pause size={18} />}
          </Stroke>
          <button type="button" className="btn btn-error px-3" onClick={stage.silence}>
            <VolumeX size={18} /> Silence all
          </button>
          <Stroke name="End" press={() => stage.end()}>
            <Square size={16} />
          </Stroke>
        </div>
      </header>
      {(notices.length > 0 || now.soundHeld) && (
        <div
          role="status"
          className="bg-warning text-warning-content flex items-center gap-3 px-4 py-1.5 font-semibold"
        >
          {now.soundHeld ? (
            <>
              The browser holds the sound back.
              <button type="button" className="btn btn-xs" onClick={() => void stage.letSound()}>
                Let it sound
              </button>
            </>
          ) : (
            notices.join(" ")
          )}
        </div>
      )}
      <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(22rem,30%)] gap-4 p-4">
        <div className="flex min-h-0 flex-col gap-3">
          <SlidePicture
            picture={place && pictures.get(`${place.slideId} ${place.step}`)}
            alt={slide?.title ?? ""}
            className={`max-h-[56vh] min-h-[30vh] w-full shrink rounded-md object-contain object-left ${now.black ? "opacity-30" : ""}`}
          />
          <div className="flex items-center gap-3">
            <div className="min-w-0 grow">
              <p className="truncate text-2xl font-semibold">
                <b className="figures">{place?.number}</b> {slide?.title}
              </p>
              <p className="muted" data-testid="where">
                slide {place?.number} of {stage.places.at(-1)?.number}
                {slide && slide.steps.length > 1 && `, step ${(place?.step ?? 0) + 1} of ${slide.steps.length}`}
                {place?.loopStart != null && ", waiting loop"}
                {now.black && ", black"}
                {now.paused && ", paused"}
              </p>
            </div>
            <button type="button" className="btn btn-lg bg-base-300" onClick={() => stage.back()}>
              <ChevronLeft /> Back
            </button>
            <button type="button" className="btn btn-lg btn-primary" onClick={() => stage.on()}>
              {place?.loopStart != null ? "Begin the talk" : "On"} <ChevronRight />
            </button>
          </div>
          <HandButtons stage={stage} />
          <div className="min-h-32 shrink-0 overflow-y-auto" style={{ maxHeight: "34vh" }}>
            <NowSounding stage={stage} />
          </div>
        </div>
        <aside className="flex min-h-0 flex-col gap-3">
          {place?.loopStart != null && (
            <div className="bg-base-100 flex flex-wrap items-center gap-2 rounded-lg border border-[var(--line)] px-3 py-2">
              <span className="figures text-xl font-bold">
                {startsAt === undefined ? "No countdown" : countdownWords(startsAt)}
              </span>
              <ValueField
                label="The talk begins in"
                value={undefined}
                show={(ms) => (ms === undefined ? "" : clock(ms))}
                read={readMs}
                commit={(ms) => ms !== undefined && setStartsAt(Date.now() + ms)}
                placeholder="m:ss"
                width="4rem"
              />
              {[1, 5].map((minutes) => (
                <button
                  key={minutes}
                  type="button"
                  className="btn btn-sm bg-base-300"
                  onClick={() => setStartsAt(Math.max(Date.now(), startsAt ?? 0) + minutes * 60_000)}
                >
                  +{minutes} min
                </button>
              ))}
              {startsAt !== undefined && (
                <button type="button" className="btn btn-sm" onClick={() => setStartsAt(undefined)}>
                  None
                </button>
              )}
            </div>
          )}
          <figure>
            <figcaption className="muted mb-1 text-sm">
              {next
                ? `Next: ${next.slideId === place?.slideId ? `step ${next.step + 1}` : nextSlide?.title}`
                : "The end"}
            </figcaption>
            {next && (
              <SlidePicture
                picture={pictures.get(`${next.slideId} ${next.step}`)}
                alt={nextSlide?.title ?? ""}
                width={640}
                className="w-full rounded-md object-contain"
              />
            )}
          </figure>
          <Notes notes={slide?.notes ?? ""} />
          <label className="flex items-center gap-3 text-sm whitespace-nowrap">
            Overall level
            <input
              type="range"
              className="range range-primary range-xs grow"
              min={0}
              max={1}
              step={0.01}
              defaultValue={1}
              aria-label="Overall level"
              onChange={(event) => stage.sound.setLevel(Number(event.currentTarget.value) ** 2)}
            />
          </label>
        </aside>
      </div>
      {grid && <SlideGrid stage={stage} pictures={pictures} close={() => setGrid(false)} />}
      {open &&
        createPortal(
          <AudienceView stage={stage} spotPicture={spotUrl(showId)} pictures={pictures} startsAt={startsAt} />,
          open.box,
        )}
    </div>
  );
}

/** What comes after the present place. */
function nextPlace(stage: Stage): number {
  const place = stage.place();
  const at = stage.snapshot().place;
  return place?.goesRound && place.loopStart != null ? place.loopStart : at + 1;
}

interface StrokeProps {
  name: string;
  on?: boolean;
  press: () => void;
  children: React.ReactNode;
}

function Stroke({ name, on, press, children }: StrokeProps) {
  return (
    <button
      type="button"
      className={`btn px-3 ${on ? "btn-primary" : "bg-base-300"}`}
      aria-pressed={on}
      onClick={press}
    >
      {children} {name}
    </button>
  );
}
