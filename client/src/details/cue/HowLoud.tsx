import { X } from "lucide-react";
import { useState } from "react";
import { changeCue } from "../../api/changes";
import type { Cue } from "../../api/client";
import { useOpenShow, useView } from "../../show/openShow";
import { LevelField, MsField, Tick } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { DuckFields } from "../../fields/DuckFields";
import { Sentence, Topic } from "../Sentence";
import { common, useEditEach } from "./chosen";
import { FadeCurves, Fades } from "./Fades";
import { words } from "../../ui/words";

interface Props {
  cues: readonly Cue[];
  /** Whether beds can make room for all of them. */
  spoken: boolean;
}

/** How loud cues are, how they fade and how fast they go. */
export function HowLoud({ cues, spoken }: Props) {
  const [cue, ...more] = cues;
  const one = more.length === 0 ? cue : undefined;
  return (
    <Topic
      title="How loud"
      rarer={{
        name: "loud",
        words: `speed, ${spoken ? "beds making room, " : ""}level points, courses of fades`,
        content: (
          <>
            <Speed cues={cues} />
            {spoken && <RoomFor cues={cues} />}
            {one && spoken && one.ducks && <MakingRoom cue={one} />}
            {one && <Points cue={one} />}
            <FadeCurves cues={cues} />
          </>
        ),
      }}
    >
      <Level cues={cues} />
      <Fades cues={cues} />
      {one && <Handover cue={one} />}
    </Topic>
  );
}

/** The level: typed or slid; of several also by a difference. */
function Level({ cues }: { cues: readonly Cue[] }) {
  const { edit } = useOpenShow();
  const each = useEditEach(cues);
  const level = common(cues, ({ levelDb }) => levelDb);
  const [slid, setSlid] = useState<number>();
  const set = (levelDb: number) =>
    each(({ id }) => ({ kind: "setLevel", cueId: id, levelDb, follows: false }), `level ${levelDb} dB`);
  const finish = () => {
    if (slid !== undefined && slid !== level) set(slid);
    setSlid(undefined);
  };
  return (
    <>
      <Sentence>
        Level <LevelField label="Level" db={level} commit={set} />
        {cues.length === 1 && (
          <input
            type="range"
            className="range range-primary range-xs w-28"
            aria-label="Level, by sliding"
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
      </Sentence>
      {cues.length > 1 && (
        <Sentence>
          or all{" "}
          {[-3, -1, 1, 3].map((byDb) => (
            <button
              key={byDb}
              type="button"
              className="btn btn-xs figures"
              onClick={() => edit({ kind: "shiftLevels", cueIds: cues.map(({ id }) => id), byDb })}
            >
              {byDb > 0 ? `+${byDb}` : `−${-byDb}`} dB
            </button>
          ))}
        </Sentence>
      )}
    </>
  );
}

/** How long the cue before it takes to give way to it. */
function Handover({ cue }: { cue: Cue }) {
  const view = useView();
  const { edit } = useOpenShow();
  const before = view.strands.find((s) => s.cueId === cue.id)?.takesOverFrom;
  const name = view.show.sounds.find((s) => s.id === view.show.cues.find((c) => c.id === before)?.soundId)?.name;
  if (!name) return null;
  return (
    <Sentence>
      Takes over from {name} within{" "}
      <MsField
        label="Handover"
        ms={cue.handoverMs}
        commit={(ms) => edit({ kind: "setHandover", cueId: cue.id, ms })}
        width="3.9rem"
      />
    </Sentence>
  );
}

function Speed({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  return (
    <Sentence>
      Speed{" "}
      <ValueField
        label="Speed"
        value={common(cues, ({ speed }) => speed)}
        show={(speed) => (speed === undefined ? words.mixed : `${Number(speed.toFixed(3))} ×`)}
        read={readSpeed}
        step={(value, direction) => value && Math.round((value + direction * 0.01) * 100) / 100}
        commit={(speed) =>
          speed !== undefined && each(({ id }) => ({ kind: "setSpeed", cueId: id, speed }), `speed ${speed} ×`)
        }
      />
      <span className="muted text-sm">at the same pitch</span>
    </Sentence>
  );
}

/** Whether beds make room while it speaks. */
function RoomFor({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  return (
    <Tick
      ticked={common(cues, (cue) => cue.ducks) ?? false}
      set={(ducks) =>
        each(({ id }) => ({ kind: "setDucks", cueId: id, ducks }), ducks ? "beds make room" : "beds make no room")
      }
    >
      Beds make room while it speaks
    </Tick>
  );
}

/** How beds make room for a voice: as for all of them, or in a way of its own. */
function MakingRoom({ cue }: { cue: Cue }) {
  const view = useView();
  const { edit } = useOpenShow();
  return (
    <div className="pl-6 text-sm">
      <DuckFields
        of={cue.duck ? "this voice" : "all voices"}
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

type Points = Cue["levelPoints"];

/** The level points, for those who do not drag them on the strand. */
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
  // A point is known by its time: no two have the same.
  const change = (atMs: number, to: Partial<Points[number]>) =>
    set((points) => points.map((p) => (p.atMs === atMs ? { ...p, ...to } : p)));
  return (
    <>
      {cue.levelPoints.map((point, i) => (
        <Sentence key={point.atMs}>
          at{" "}
          <MsField
            label={`Level point ${i + 1}, when`}
            ms={point.atMs}
            commit={(atMs) => change(point.atMs, { atMs })}
          />
          <LevelField
            label={`Level point ${i + 1}, change`}
            db={point.db}
            commit={(db) => change(point.atMs, { db })}
          />
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={`Remove level point ${i + 1}`}
            onClick={() => set((points) => points.filter((p) => p.atMs !== point.atMs))}
          >
            <X size={13} />
          </button>
        </Sentence>
      ))}
      <button
        type="button"
        className="btn btn-xs"
        title="Or double-click on the strand"
        onClick={() =>
          set((points) => {
            const last = points.at(-1);
            return [...points, { atMs: last ? last.atMs + 2000 : 1000, db: last?.db ?? 0 }];
          })
        }
      >
        Add a level point
      </button>
    </>
  );
}
