import { Headphones, Trash2, Volume2, VolumeX } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Cue } from "../../api/client";
import { useFindings } from "../../checks/useChecks";
import { methods } from "../../fit/methods";
import { useOpenShow } from "../../shows/ShowContext";
import { time } from "../../ui/format";
import { Sentence, Topic } from "../Sentence";
import { Fades } from "./Fades";
import { HotspotLine } from "./HotspotLine";
import { HowLoud } from "./HowLoud";
import { PartEditor } from "./PartEditor";
import { ReadyMades } from "./ReadyMades";
import { Rounds } from "./Rounds";
import { VideoPlace } from "./VideoPlace";
import { Begins, Ends, Return, Where } from "./WhereItSounds";

/** A cue in plain sentences, each value editable. */
export function CueDetails({ cue }: { cue: Cue }) {
  const { view, edit, alone, hearAlone } = useOpenShow();
  const sound = view.show.sounds.find((s) => s.id === cue.soundId);
  if (!sound) return null;
  const isAlone = alone.includes(cue.id);
  return (
    <div data-testid="cue-details">
      <header className="mb-2 flex items-start justify-between gap-2">
        <h2 className="text-lg leading-tight break-words">{sound.name}</h2>
        <span
          className="shrink-0 rounded-full px-2.5 py-0.5 text-xs font-bold"
          style={{ background: `var(--${sound.kind}-fill)` }}
        >
          {sound.kind}
        </span>
      </header>
      <div className="mb-4 flex flex-wrap gap-1.5">
        <Toggle
          name={cue.muted ? "Muted" : "Mute"}
          on={cue.muted}
          press={() => edit({ kind: "setMuted", cueId: cue.id, muted: !cue.muted })}
        >
          {cue.muted ? <VolumeX size={14} /> : <Volume2 size={14} />}
        </Toggle>
        <Toggle name="Hear alone" on={isAlone} press={() => hearAlone(isAlone ? [] : [cue.id])}>
          <Headphones size={14} />
        </Toggle>
        <button type="button" className="btn btn-xs" onClick={() => edit({ kind: "removeCue", cueId: cue.id })}>
          <Trash2 size={14} /> Remove
        </button>
      </div>
      <Warnings cue={cue} />
      {cue.video && <VideoPlace cue={cue} video={sound} place={cue.video} />}
      <ReadyMades cue={cue} />
      <Topic title="Where it sounds">
        <Where cue={cue} />
        <Begins cue={cue} />
        <Ends cue={cue} />
        <Times cue={cue} />
        {cue.span && <FitLine cue={cue} />}
      </Topic>
      <HotspotLine cue={cue} />
      <Topic title={`What is used, of ${time(sound.figures.frames)}`}>
        <PartEditor cue={cue} sound={sound} />
        <Rounds cue={cue} sound={sound} />
      </Topic>
      <HowLoud cue={cue} kind={sound.kind} />
      <Fades cue={cue} />
      <Topic title="In a live show">
        <Return cue={cue} />
      </Topic>
    </div>
  );
}

interface ToggleProps {
  name: string;
  on: boolean;
  press: () => void;
  children: ReactNode;
}

function Toggle({ name, on, press, children }: ToggleProps) {
  return (
    <button type="button" className={`btn btn-xs ${on ? "btn-primary" : ""}`} aria-pressed={on} onClick={press}>
      {children} {name}
    </button>
  );
}

/** How it is made as long as its span, and the way to where that is set. */
function FitLine({ cue }: { cue: Cue }) {
  const { view } = useOpenShow();
  return (
    <Sentence>
      {cue.fit ? (
        <>
          fitted: <b>{methods[cue.fit.method].name.toLowerCase()}</b>
        </>
      ) : (
        "as long as it comes out"
      )}
      <Link className="btn btn-xs" to={`/shows/${view.id}/fit/${cue.id}`}>
        Fit to its slides
      </Link>
    </Sentence>
  );
}

/** What the show should be warned about because of it, and what would put that right. */
function Warnings({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  return useFindings(view.id, view.revision)
    .filter(({ found, leftSo }) => found.cueIds.includes(cue.id) && !leftSo)
    .map(({ key, found }) => (
      <div key={key} role="note" className="border-warning mb-3 rounded-md border px-3 py-2 text-sm">
        <p className="mb-1.5">{found.sentence}</p>
        {found.remedies.slice(0, 1).map((remedy) => (
          <button key={remedy.words} type="button" className="btn btn-xs" onClick={() => edit(remedy.edit)}>
            {remedy.words}
          </button>
        ))}
      </div>
    ));
}

/** When it sounds, as worked out from all that is set. */
function Times({ cue }: { cue: Cue }) {
  const { view } = useOpenShow();
  const strands = view.strands.filter((s) => s.cueId === cue.id);
  const [first, last] = [strands[0], strands.at(-1)];
  const joins = strands.reduce((sum, s) => sum + s.knots.length, 0);
  return (
    <p className="bg-base-300 rounded-md px-3 py-2 text-sm">
      {!cue.span ? (
        "It is parked: give it slides, and it sounds again."
      ) : !first || !last ? (
        "It does not sound: it would begin after its span has ended."
      ) : first.byHand ? (
        "It waits for a hand."
      ) : (
        <>
          Sounds from <b className="figures">{time(first.startFrame)}</b> to{" "}
          <b className="figures">{time(last.endFrame)}</b>
          {strands.length > 1 && `, ${strands.length} times`}
          {joins > 0 && `, with ${joins === 1 ? "one join" : `${joins} joins`}`}.
        </>
      )}
    </p>
  );
}
