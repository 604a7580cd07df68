import { useCallback, useState } from "react";
import { Link, useParams } from "react-router";
import type { Cue, Schemas, Sound } from "../api/client";
import { useFits } from "../api/fits";
import { Overview } from "../strands/Overview";
import { useView } from "../show/openShow";
import { time } from "../ui/format";
import { LoadError } from "../ui/LoadError";
import { CueList } from "./CueList";
import { FitMap } from "./FitMap";
import { Listening } from "../show/AnalysisProgress";
import { MethodTable } from "./MethodTable";
import type { FitMethod } from "../show/fitMethods";
import { NaturalEnds } from "./NaturalEnds";
import { Repace } from "./Repace";
import { RecutTools } from "./RecutTools";
import { Status } from "../ui/Status";
import { words } from "./words";

/** Fits music to its slides: the beds, a map of the selected one, and all methods compared. */
export default function FitPage() {
  const view = useView();
  const { cueId } = useParams();
  const { cues, sounds } = view.show;
  const soundOf = (cue: Cue) => sounds.find((s) => s.id === cue.soundId);
  const beds = cues.filter((c) => c.span && soundOf(c)?.kind === "bed");
  const cue = cues.find((c) => c.id === cueId && c.span) ?? beds[0];
  const sound = cue && soundOf(cue);
  return (
    <>
      <div className="flex min-h-0 grow max-md:block max-md:overflow-y-auto">
        <CueList beds={beds} chosen={cue} soundOf={soundOf} />
        <main className="bg-base-100 min-w-0 grow overflow-y-auto px-6 py-4 max-md:overflow-visible max-md:px-3">
          {cue && sound ? (
            <FitCue key={cue.id} cue={cue} sound={sound} />
          ) : (
            <p className="muted mx-auto max-w-90 py-24 text-center">
              {words.nothing}{" "}
              <Link className="link" to={`/shows/${view.id}`}>
                {words.place}
              </Link>
            </p>
          )}
        </main>
      </div>
      <Overview />
    </>
  );
}

function FitCue({ cue, sound }: { cue: Cue; sound: Sound }) {
  const view = useView();
  const { data: fits, error, isPlaceholderData, refetch } = useFits(view.id, cue.id, view.revision);
  const again = useCallback(() => void refetch(), [refetch]);
  const [looked, setLooked] = useState<FitMethod>();
  if (error) return <LoadError error={error} retry={again} />;
  if (!fits) return <Status className="muted">{words.analysingSound(sound.name)}</Status>;
  if ("state" in fits) return <Listening job={fits} again={again} />;
  const suits = fits.methods.filter((m) => m.fitted);
  const shown = suits.find((m) => m.method === (looked ?? cue.fit?.method)) ?? suits[0];
  return (
    <div className={isPlaceholderData ? "opacity-70" : ""} aria-busy={isPlaceholderData}>
      <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-2xl">{sound.name}</h1>
        <dl className="figures flex flex-wrap gap-x-1.5">
          <dt>{words.musicLength}</dt>
          <dd className="mr-2 font-bold">{time(fits.usedFrames)}</dd>
          <dt>{words.slidesLength}</dt>
          <dd className="mr-2 font-bold">{time(fits.lengthFrames)}</dd>
          <dd className="font-bold">{difference(fits.usedFrames - fits.lengthFrames)}</dd>
        </dl>
        <p className="muted ml-auto text-sm">{beatOf(fits)}</p>
      </header>
      {shown && <FitMap cue={cue} sound={sound} fits={fits} shown={shown} />}
      <MethodTable cue={cue} fits={fits} shown={shown?.method} look={setLooked} />
      {cue.fit?.method === "recut" && shown?.method === "recut" && shown.fitted && (
        <RecutTools cue={cue} recipe={cue.fit} joins={shown.fitted.editPoints} />
      )}
      {shown?.method === "shorten" && fits.ends.length > 0 && <NaturalEnds cue={cue} fits={fits} />}
      <Repace cue={cue} tempo={fits.tempoBpm} />
    </div>
  );
}

function difference(frames: number) {
  if (frames === 0) return words.exact;
  return frames > 0 ? words.tooLong(time(frames)) : words.tooShort(time(-frames));
}

function beatOf({ tempoBpm, isTempoSure, beatsPerBar }: Schemas["FitsView"]) {
  if (!tempoBpm) return words.noBeat;
  return isTempoSure ? words.bpm(tempoBpm.toFixed(1), beatsPerBar) : words.perhapsBpm(Math.round(tempoBpm));
}
