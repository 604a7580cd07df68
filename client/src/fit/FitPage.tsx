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

/** Music exactly as long as its slides: the cues, the passages of the one chosen over its slides, and all methods compared. */
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
              There is no music to fit yet.{" "}
              <Link className="link" to={`/shows/${view.id}`}>
                Lay a bed on some slides
              </Link>{" "}
              first; here it is made exactly as long as they are shown.
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
  if (!fits) return <Status className="muted">Looking at {sound.name}…</Status>;
  if ("state" in fits) return <Listening job={fits} again={again} />;
  const suits = fits.methods.filter((m) => m.fitted);
  const shown = suits.find((m) => m.method === (looked ?? cue.fit?.method)) ?? suits[0];
  const over = fits.usedFrames - fits.lengthFrames;
  return (
    <div className={isPlaceholderData ? "opacity-70" : ""} aria-busy={isPlaceholderData}>
      <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-2xl">{sound.name}</h1>
        <p>
          <b className="figures">{time(fits.usedFrames)}</b> of music for{" "}
          <b className="figures">{time(fits.lengthFrames)}</b> of slides:{" "}
          <b>{over === 0 ? "just right" : `${time(Math.abs(over))} too ${over > 0 ? "long" : "short"}`}</b>
        </p>
        <p className="muted ml-auto text-sm">{beatOf(fits)}</p>
      </header>
      {shown && <FitMap cue={cue} sound={sound} fits={fits} shown={shown} />}
      <MethodTable cue={cue} fits={fits} shown={shown?.method} look={setLooked} />
      {cue.fit?.method === "recut" && shown?.method === "recut" && shown.fitted && (
        <RecutTools cue={cue} recipe={cue.fit} joins={shown.fitted.joins} />
      )}
      {shown?.method === "shorten" && fits.ends.length > 0 && <NaturalEnds cue={cue} fits={fits} />}
      <Repace cue={cue} tempo={fits.tempoBpm} />
    </div>
  );
}

function beatOf({ tempoBpm, isTempoSure, beatsPerBar }: Schemas["FitsView"]) {
  if (!tempoBpm) return "No clear beat: it is joined where it sounds alike";
  if (!isTempoSure) return `Perhaps ${Math.round(tempoBpm)} beats a minute`;
  return `${tempoBpm.toFixed(1)} beats a minute, ${beatsPerBar} to the bar`;
}
