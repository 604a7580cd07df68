import { Headphones, Trash2, Volume2, VolumeX } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Cue } from "../../api/client";
import { useOpenShow, useOpenState, useView } from "../../show/openShow";
import { Topic } from "../Topic";
import { common, useEditEach } from "./chosen";
import { HotspotLine } from "./HotspotLine";
import { Level } from "./Level";
import { Outcome } from "./Outcome";
import { PartEditor } from "./PartEditor";
import { Presets } from "./Presets";
import { Rounds } from "./Rounds";
import { VideoPlace } from "./VideoPlace";
import { Warnings } from "./Warnings";
import { Timing } from "./Timing";
import { words } from "./words";

/** One or several cues; where their values differ, the field says so. */
export function CueDetails({ cues }: { cues: readonly Cue[] }) {
  const view = useView();
  const soundOf = (cue: Cue) => view.show.sounds.find((s) => s.id === cue.soundId);
  const [first] = cues;
  const one = cues.length === 1 ? first : undefined;
  const sound = one && soundOf(one);
  if (!first) return null;
  return (
    <div data-testid="cue-details">
      <header className="mb-1.5 flex items-start justify-between gap-2">
        <h2 className="text-lg leading-tight break-words">{sound ? sound.name : words.cues(cues.length)}</h2>
        {sound && (
          <span
            className="shrink-0 rounded-full px-2.5 py-0.5 text-xs font-bold"
            style={{ background: `var(--${sound.kind}-fill)` }}
          >
            {sound.kind}
          </span>
        )}
      </header>
      {!one && (
        <p className="muted mb-1.5 line-clamp-2 text-xs">{cues.map((cue) => soundOf(cue)?.name ?? "").join(", ")}</p>
      )}
      <Actions cues={cues} />
      <Outcome cues={cues} />
      {one && <Warnings cue={one} />}
      <Timing cues={cues} />
      {one && <HotspotLine cue={one} />}
      {one && sound ? (
        <PartEditor key={sound.media} cue={one} sound={sound} />
      ) : (
        <Topic title={words.howOften}>
          <Rounds cues={cues} />
        </Topic>
      )}
      <Level cues={cues} spoken={cues.every((cue) => ["voice", "video"].includes(soundOf(cue)?.kind ?? ""))} />
      {one?.video && sound && <VideoPlace cue={one} video={sound} place={one.video} />}
    </div>
  );
}

/** Mute, solo, remove, presets and fit. */
function Actions({ cues }: { cues: readonly Cue[] }) {
  const view = useView();
  const solo = useOpenState((state) => state.solo);
  const { setSolo } = useOpenShow();
  const each = useEditEach(cues);
  const muted = common(cues, (cue) => cue.muted) ?? false;
  const isSolo = cues.every((cue) => solo.includes(cue.id));
  const [first, ...more] = cues;
  return (
    <div className="mb-2 flex flex-wrap gap-1.5">
      <Toggle
        name={muted ? words.muted : words.mute}
        on={muted}
        press={() =>
          each((cue) => ({ kind: "setMuted", cueId: cue.id, muted: !muted }), muted ? words.unmuted : words.mutedEach)
        }
      >
        {muted ? <VolumeX size={14} /> : <Volume2 size={14} />}
      </Toggle>
      <Toggle name={words.solo} on={isSolo} press={() => setSolo(isSolo ? [] : cues.map((cue) => cue.id))}>
        <Headphones size={14} />
      </Toggle>
      <button
        type="button"
        className="btn btn-xs"
        onClick={() => each((cue) => ({ kind: "removeCue", cueId: cue.id }), words.removed)}
      >
        <Trash2 size={14} /> {words.remove}
      </button>
      <Presets cues={cues} />
      {first?.span && more.length === 0 && (
        <Link className="btn btn-xs" to={`/shows/${view.id}/fit/${first.id}`}>
          {words.fit}
        </Link>
      )}
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
