import { X } from "lucide-react";
import { useState } from "react";
import { changeCue } from "../../api/changes";
import type { Cue } from "../../api/client";
import { useOpenShow, useView } from "../../show/openShow";
import { LevelField, MsField, Checkbox } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { DuckFields } from "../../fields/DuckFields";
import { words as shared } from "../../ui/words";
import { Row, Topic } from "../Topic";
import { common, useEditEach } from "./chosen";
import { FadeCurves, Fades } from "./Fades";
import { words } from "./words";

interface Props {
  cues: readonly Cue[];
  /** Whether all of them are kinds under which beds can be ducked. */
  spoken: boolean;
}

/** The level of cues, their fades and their speed. */
export function Level({ cues, spoken }: Props) {
  const [cue, ...more] = cues;
  const one = more.length === 0 ? cue : undefined;
  return (
    <Topic
      title={words.level}
      more={{
        name: "loud",
        contents: words.levelMore(spoken),
        content: (
          <>
            <Speed cues={cues} />
            {spoken && <Ducks cues={cues} />}
            {one && spoken && one.ducks && <Ducking cue={one} />}
            {one && <Points cue={one} />}
            <FadeCurves cues={cues} />
          </>
        ),
      }}
    >
      <LevelRow cues={cues} />
      <Fades cues={cues} />
      {one && <Crossfade cue={one} />}
    </Topic>
  );
}

/** The level, as a number or by slider; for several cues also as a difference. */
function LevelRow({ cues }: { cues: readonly Cue[] }) {
  const { edit } = useOpenShow();
  const each = useEditEach(cues);
  const level = common(cues, ({ levelDb }) => levelDb);
  const [slid, setSlid] = useState<number>();
  const set = (levelDb: number) =>
    each(({ id }) => ({ kind: "setLevel", cueId: id, levelDb, follows: false }), words.levelOf(levelDb));
  const finish = () => {
    if (slid !== undefined && slid !== level) set(slid);
    setSlid(undefined);
  };
  return (
    <>
      <Row label={words.level}>
        <LevelField label={words.level} db={level} commit={set} />
        {cues.length === 1 && (
          <input
            type="range"
            className="range range-primary range-xs w-20"
            aria-label={words.levelSlider}
            min={-60}
            max={12}
            step={0.5}
            value={slid ?? level}
            onChange={(event) => setSlid(Number(event.currentTarget.value))}
            onPointerUp={finish}
            onKeyUp={finish}
            onBlur={finish}
          />
        )}
      </Row>
      {cues.length > 1 && (
        <Row label={words.changeAll}>
          {[-3, -1, 1, 3].map((byDb) => (
            <button
              key={byDb}
              type="button"
              className="btn btn-xs figures"
              onClick={() => edit({ kind: "shiftLevels", cueIds: cues.map(({ id }) => id), byDb })}
            >
              {words.byDb(byDb)}
            </button>
          ))}
        </Row>
      )}
    </>
  );
}

/** The crossfade from the bed before. */
function Crossfade({ cue }: { cue: Cue }) {
  const view = useView();
  const { edit } = useOpenShow();
  const before = view.strands.find((s) => s.cueId === cue.id)?.crossfadesFrom;
  const name = view.show.sounds.find((s) => s.id === view.show.cues.find((c) => c.id === before)?.soundId)?.name;
  if (!name) return null;
  return (
    <Row label={words.crossfade}>
      <MsField
        label={words.crossfade}
        ms={cue.handoverMs}
        commit={(ms) => edit({ kind: "setHandover", cueId: cue.id, ms })}
      />
      <span className="muted truncate text-sm">{words.crossfadeFrom(name)}</span>
    </Row>
  );
}

function Speed({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  return (
    <Row label={words.speed}>
      <ValueField
        label={words.speed}
        value={common(cues, ({ speed }) => speed)}
        show={(speed) => (speed === undefined ? shared.mixed : words.speedOf(Number(speed.toFixed(3))))}
        read={readSpeed}
        step={(value, direction) => value && Math.round((value + direction * 0.01) * 100) / 100}
        commit={(speed) =>
          speed !== undefined &&
          each(({ id }) => ({ kind: "setSpeed", cueId: id, speed }), words.changedSpeed(words.speedOf(speed)))
        }
      />
      <span className="muted text-sm">{words.samePitch}</span>
    </Row>
  );
}

/** Whether beds are ducked under them. */
function Ducks({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  return (
    <Checkbox
      checked={common(cues, (cue) => cue.ducks) ?? false}
      set={(ducks) =>
        each(({ id }) => ({ kind: "setDucks", cueId: id, ducks }), ducks ? words.ducks.on : words.ducks.off)
      }
    >
      {words.duck}
    </Checkbox>
  );
}

/** The ducking under a voice: the show's, or its own settings. */
function Ducking({ cue }: { cue: Cue }) {
  const view = useView();
  const { edit } = useOpenShow();
  return (
    <div className="pl-6 text-sm">
      <DuckFields
        of={cue.duck ? words.thisVoice : words.allVoices}
        duck={cue.duck ?? view.show.duck}
        change={(part) =>
          edit(
            changeCue(cue.id, (now, show) => ({
              kind: "setDuck",
              cueId: now.id,
              duck: { ...(now.duck ?? show.duck), ...part },
            })),
          )
        }
      />
      {cue.duck && (
        <button
          type="button"
          className="btn btn-xs mt-1"
          onClick={() => edit({ kind: "setDuck", cueId: cue.id, duck: null })}
        >
          {words.duckAsShow}
        </button>
      )}
    </div>
  );
}

const readSpeed = (typed: string) => {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*[×x]?\s*$/i.exec(typed);
  return match?.[1] ? Number(match[1].replace(",", ".")) : undefined;
};

type Points = Cue["levelPoints"];

/** The level points, as numbers. */
function Points({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const set = (points: (before: Points) => Points) =>
    edit(
      changeCue(cue.id, ({ id, levelPoints }) => ({
        kind: "setLevelPoints",
        cueId: id,
        points: points(levelPoints).toSorted((a, b) => a.atMs - b.atMs),
      })),
    );
  // A point is identified by its time, because no two have the same.
  const change = (atMs: number, to: Partial<Points[number]>) =>
    set((points) => points.map((p) => (p.atMs === atMs ? { ...p, ...to } : p)));
  return (
    <>
      {cue.levelPoints.map((point, i) => (
        <Row key={point.atMs} label={words.point(i + 1)}>
          <MsField label={words.pointTime(i + 1)} ms={point.atMs} commit={(atMs) => change(point.atMs, { atMs })} />
          <LevelField label={words.pointLevel(i + 1)} db={point.db} commit={(db) => change(point.atMs, { db })} />
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={words.removePoint(i + 1)}
            onClick={() => set((points) => points.filter((p) => p.atMs !== point.atMs))}
          >
            <X size={13} />
          </button>
        </Row>
      ))}
      <button
        type="button"
        className="btn btn-xs"
        title={words.addPointHint}
        onClick={() =>
          set((points) => {
            const last = points.at(-1);
            return [...points, { atMs: last ? last.atMs + 2000 : 1000, db: last?.db ?? 0 }];
          })
        }
      >
        {words.addPoint}
      </button>
    </>
  );
}
