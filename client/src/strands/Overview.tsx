import { Pause, Play } from "lucide-react";
import { useCallback, useDeferredValue, useMemo, useRef, useSyncExternalStore } from "react";
import { useEachFrame, usePlaying } from "../hearing/usePlayer";
import { useSeekSlider } from "../hearing/useSeekSlider";
import { noDevice } from "../hearing/watchClock";
import { useOpenShow, useView } from "../show/openShow";
import { time } from "../ui/format";
import { Waveform } from "../ui/Waveform";
import { slideAt } from "./layout";
import { SlideTiles } from "./SlideTiles";
import { words } from "./words";

/** The whole show in one strip: its sound, its slides and the play position. A click goes there. */
export function Overview() {
  const view = useView();
  const { player, togglePlay } = useOpenShow();
  const playing = usePlaying(player);
  const { slides, totalFrames: total } = view.runningOrder;
  const isStalled = useSyncExternalStore(player.subscribe, player.isStalled);
  const clock = useRef<HTMLSpanElement>(null);
  const where = useRef<HTMLSpanElement>(null);
  const line = useRef<HTMLDivElement>(null);
  const meter = useRef<HTMLDivElement>(null);
  // Drawn when there is time, because the edited place comes first.
  const outline = useDeferredValue(view.outline);
  const wave = useMemo(
    () => <Waveform peaks={outline} color="var(--bed)" className="h-14 w-full [@media(max-height:520px)]:h-5" />,
    [outline],
  );

  const seek = useCallback((frame: number) => player.seek(frame), [player]);
  const slider = useSeekSlider<HTMLDivElement>({ label: words.position, player, frames: total, go: seek });
  useEachFrame(player, (frame) => {
    const slide = slideAt(slides, frame);
    const level = player.level();
    write(clock.current, time(Math.max(0, frame)));
    write(where.current, slide ? words.slideOf(slide.number, slides.at(-1)?.number ?? 0) : words.noSlides);
    if (line.current)
      line.current.style.transform = `translateX(${total > 0 ? (100 * Math.min(frame, total)) / total : 0}%)`;
    if (meter.current) {
      meter.current.dataset.level = level.toFixed(4);
      meter.current.style.transform = `scaleX(${level > 0 ? Math.max(0, Math.min(1, 1 + Math.log10(level) / 3)) : 0})`;
    }
  });

  return (
    <footer
      className="bg-base-300 line-t relative flex h-25 shrink-0 items-center gap-5 px-5 max-md:gap-3 max-md:px-3 [@media(max-height:520px)]:h-15"
      aria-label={words.wholeShow}
    >
      {isStalled && (
        <p
          role="alert"
          className="bg-base-100 border-warning absolute bottom-full left-60 z-20 mb-2 max-md:left-3 rounded-md border px-3 py-2"
        >
          {noDevice}
        </p>
      )}
      <button
        type="button"
        className="btn btn-primary btn-circle size-11"
        aria-label={playing ? words.stop : words.play}
        disabled={total === 0}
        onClick={togglePlay}
      >
        {playing ? <Pause size={20} fill="currentColor" /> : <Play size={20} fill="currentColor" />}
      </button>
      <div className="w-28 shrink-0">
        <span ref={clock} data-testid="clock" className="figures block text-xl leading-tight font-bold" />
        <span ref={where} className="muted text-sm [@media(max-height:520px)]:sr-only" />
        <div className="bg-base-200 mt-1 h-1 overflow-hidden rounded-full" aria-hidden="true">
          <div
            ref={meter}
            data-testid="meter"
            className="bg-accent h-full origin-left will-change-transform"
            style={{ transform: "scaleX(0)" }}
          />
        </div>
      </div>
      <div className="relative min-w-0 grow py-2">
        <div {...slider} className="cursor-pointer touch-none">
          {wave}
        </div>
        <SlideTiles slides={slides} total={total} go={seek} />
        <div ref={line} className="pointer-events-none absolute inset-0 will-change-transform" aria-hidden="true">
          <div className="h-full w-0.5 bg-current" />
        </div>
      </div>
    </footer>
  );
}

/** Updates a text if it has changed. */
function write(place: HTMLElement | null, text: string) {
  if (place && place.textContent !== text) place.textContent = text;
}
