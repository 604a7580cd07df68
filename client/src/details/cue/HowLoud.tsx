import { X } from "lucide-react";
import type { Cue, SoundKind } from "../../api/client";
import { useOpenShow } from "../../shows/ShowContext";
import { LevelField, MsField, Tick } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { DuckFields } from "../../levels/DuckFields";
import { Sentence, Topic } from "../Sentence";

/** How loud a cue is and how fast, and how it gets on with others. */
export function HowLoud({ cue, kind }: { cue: Cue; kind: SoundKind }) {
  const { view, edit } = useOpenShow();
  const set = (levelDb: number) => edit({ kind: "setLevel", cueId: cue.id, levelDb, follows: false });
  const spoken = kind === "voice" || kind === "video";
  const before = view.strands.find((s) => s.cueId === cue.id)?.takesOverFrom;
  const name = view.show.sounds.find((s) => s.id === view.show.cues.find((c) => c.id === before)?.soundId)?.name;
  return (
    <Topic title="How loud and how fast">
      <Sentence>
        Level <LevelField label="Level" db={cue.levelDb} commit={set} />
        <input
          key={cue.levelDb}
          type="range"
          className="range range-primary range-xs w-28"
          aria-label="Level, by sliding"
          min={-60}
          max={12}
          step={0.5}
          defaultValue={cue.levelDb}
          onPointerUp={(event) =>
            Number(event.currentTarget.value) !== cue.levelDb && set(Number(event.currentTarget.value))
          }
          onKeyUp={(event) =>
            Number(event.currentTarget.value) !== cue.levelDb && set(Number(event.currentTarget.value))
          }
        />
      </Sentence>
      {cue.follows && <p className="muted text-sm">It follows its target, until you set it by hand.</p>}
      <Sentence>
        Speed{" "}
        <ValueField
          label="Speed"
          value={cue.speed}
          show={(speed) => `${Number(speed.toFixed(3))} ×`}
          read={readSpeed}
          step={(value, direction) => Math.round((value + direction * 0.01) * 100) / 100}
          commit={(speed) => edit({ kind: "setSpeed", cueId: cue.id, speed })}
        />
        <span className="muted text-sm">at the same pitch</span>
      </Sentence>
      {name && (
        <Sentence>
          Takes over from {name} within{" "}
          <MsField
            label="Handover"
            ms={cue.handoverMs}
            commit={(ms) => edit({ kind: "setHandover", cueId: cue.id, ms })}
          />
        </Sentence>
      )}
      {spoken && (
        <Tick ticked={cue.ducks} set={(ducks) => edit({ kind: "setDucks", cueId: cue.id, ducks })}>
          Beds make room while it speaks
        </Tick>
      )}
      {spoken && cue.ducks && <MakingRoom cue={cue} />}
      <Points cue={cue} />
    </Topic>
  );
}

/** How beds make room for a voice: as for all of them, or in a way of its own. */
function MakingRoom({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  return (
    <div className="pl-6 text-sm">
      <DuckFields
        of={cue.duck ? "this voice" : "all voices"}
        duck={cue.duck ?? view.show.duck}
        commit={(duck) => edit({ kind: "setDuck", cueId: cue.id, duck })}
      />
      {cue.duck && (
        <button
          type="button"
          className="btn btn-xs mt-1"
          onClick={() => edit({ kind: "setDuck", cueId: cue.id, duck: null })}
        >
          As for all voices
        </button>
      )}
    </div>
  );
}

const readSpeed = (typed: string) => {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*[×x]?\s*$/i.exec(typed);
  return match?.[1] ? Number(match[1].replace(",", ".")) : undefined;
};

/** The level points, for those who do not drag them on the strand. */
function Points({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const set = (points: Cue["levelPoints"]) =>
    edit({ kind: "setLevelPoints", cueId: cue.id, points: points.toSorted((a, b) => a.atMs - b.atMs) });
  const change = (index: number, to: Partial<Cue["levelPoints"][number]>) =>
    set(cue.levelPoints.map((p, i) => (i === index ? { ...p, ...to } : p)));
  const last = cue.levelPoints.at(-1);
  return (
    <>
      {cue.levelPoints.map((point, i) => (
        <Sentence key={point.atMs}>
          at <MsField label={`Level point ${i + 1}, when`} ms={point.atMs} commit={(atMs) => change(i, { atMs })} />
          <LevelField label={`Level point ${i + 1}, change`} db={point.db} commit={(db) => change(i, { db })} />
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={`Remove level point ${i + 1}`}
            onClick={() => set(cue.levelPoints.filter((_, k) => k !== i))}
          >
            <X size={13} />
          </button>
        </Sentence>
      ))}
      <button
        type="button"
        className="btn btn-xs"
        title="Or double-click on the strand"
        onClick={() => set([...cue.levelPoints, { atMs: last ? last.atMs + 2000 : 1000, db: last?.db ?? 0 }])}
      >
        Add a level point
      </button>
    </>
  );
}
