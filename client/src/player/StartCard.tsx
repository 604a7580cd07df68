import { useState } from "react";
import type { AdvanceMode } from "../live/engine/Stage";
import { nothingSounds } from "../live/engine/words";
import { shortTime } from "../ui/format";
import { Credits } from "./Credits";
import type { PlayerData } from "./data";
import { addressOf } from "./files";
import { fillScreen } from "./fullScreen";
import { words } from "./words";

const ways = Object.entries(words.ways) as [AdvanceMode, string][];

interface Props {
  data: PlayerData;
  advanceMode: AdvanceMode;
  /** Begins; returns whether the browser allows the sound. */
  begin: (advanceMode: AdvanceMode) => Promise<boolean>;
}

/** Before the start: title, how it advances, and the click that browsers require before a page may play sound. */
export function StartCard({ data, advanceMode, begin }: Props) {
  const [chosen, setChosen] = useState(advanceMode);
  const [refused, setRefused] = useState(false);
  const [starting, setStarting] = useState(false);
  const slides = data.run.runningOrder.slides;
  const first = data.pictures[`${slides[0]?.slideId ?? ""} 0`];
  const start = async () => {
    if (!document.fullscreenElement) fillScreen();
    setRefused(!(await begin(chosen)));
  };
  return (
    <main className="mx-auto grid min-h-screen max-w-250 content-center gap-8 p-6 md:grid-cols-[1.1fr_1fr] md:items-center">
      {first && (
        <img src={addressOf(first)} alt="" className="w-full rounded-lg border border-[var(--line)] object-contain" />
      )}
      <div>
        <h1 className="mb-1 text-3xl">{data.title}</h1>
        <p className="muted mb-5">
          {words.slides(slides.length)}, <span className="figures">{shortTime(data.run.runningOrder.totalFrames)}</span>
        </p>
        <fieldset className="mb-5">
          <legend className="sr-only">{words.advance}</legend>
          {ways.map(([way, name]) => (
            <label key={way} className="flex min-h-9 cursor-pointer items-center gap-3">
              <input
                type="radio"
                name="way"
                className="radio radio-primary radio-sm"
                checked={chosen === way}
                onChange={() => setChosen(way)}
              />
              {name}
            </label>
          ))}
        </fieldset>
        {chosen !== "hand" && data.run.manualCues.length > 0 && (
          <p className="muted mb-4">{words.manualCues(data.run.manualCues)}</p>
        )}
        {refused && (
          <p role="alert" className="mb-4">
            {nothingSounds}
          </p>
        )}
        <button
          type="button"
          className="btn btn-primary btn-lg"
          disabled={starting}
          onClick={() => {
            setStarting(true);
            void start().finally(() => setStarting(false));
          }}
        >
          {words.begin}
        </button>
        <p className="muted mt-5 text-sm">{words.keys}</p>
        {data.credits.length > 0 && (
          <details className="mt-4">
            <summary className="cursor-pointer">{words.credits}</summary>
            <Credits data={data} />
          </details>
        )}
      </div>
    </main>
  );
}
