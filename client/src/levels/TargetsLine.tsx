import type { Schemas } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { Choice, LevelField } from "../ui/fields";
import { decibels } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { DuckFields } from "../fields/DuckFields";
import { readLufs, tenths, type Targets, type TargetsFor } from "./words";

interface Props {
  /** What each place asks for. */
  presets: readonly Targets[];
  /** What would bring the whole to its target; null where it would change nothing. */
  wholeGain: Schemas["WholeGain"] | null;
}

const places: readonly (readonly [TargetsFor, string])[] = [
  ["room", "in a room"],
  ["web", "on the web"],
  ["broadcast", "broadcast"],
  ["own", "by my own figures"],
];

const figures = [
  ["voiceLufs", "voices"],
  ["bedLufs", "beds"],
  ["bedUnderVoiceLufs", "beds under a voice"],
  ["spotLufs", "spots"],
  ["wholeLufs", "the whole"],
] as const;

/** Where the show is heard, and how loud everything is to be there, each figure to be set. */
export function TargetsLine({ presets, wholeGain }: Props) {
  const view = useView();
  const { edit } = useOpenShow();
  const targets = view.show.levelTargets;
  const set = (change: Partial<Targets>) =>
    edit((show) => ({ kind: "setLevelTargets", targets: { ...show.levelTargets, ...change, for: "own" } }));
  return (
    <section aria-label="Targets" className="flex flex-wrap items-center gap-x-4 gap-y-1.5 text-sm">
      <span>
        Heard{" "}
        <Choice
          label="Where the show is heard"
          value={targets.for}
          options={places}
          commit={(place) =>
            edit((show) => ({
              kind: "setLevelTargets",
              targets: presets.find((p) => p.for === place) ?? { ...show.levelTargets, for: place },
            }))
          }
        />
      </span>
      {figures.map(([name, words]) => (
        <span key={name} className="whitespace-nowrap">
          {words} <Lufs label={`Target of ${words}`} value={targets[name]} commit={(to) => set({ [name]: to })} />
        </span>
      ))}
      <span className="muted">in LUFS</span>
      <span className="whitespace-nowrap">
        peaks up to{" "}
        <Lufs label="Highest true peak" value={targets.truePeakDbtp} commit={(to) => set({ truePeakDbtp: to })} /> dBTP
      </span>
      <span className="flex basis-full flex-wrap items-center gap-x-3 gap-y-1.5">
        <span>Beds make room for voices:</span>
        <DuckFields
          of="all voices"
          duck={view.show.duck}
          change={(part) => edit((show) => ({ kind: "setShowDuck", duck: { ...show.duck, ...part } }))}
        />
        <WholeGain gain={wholeGain} />
      </span>
    </section>
  );
}

/** By how much the whole is louder than its cues are set, and the click that brings it to its target. */
function WholeGain({ gain }: { gain: Schemas["WholeGain"] | null }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { gainDb } = view.show;
  const set = (to: number) => edit({ kind: "setShowGain", gainDb: to });
  return (
    <span className="ml-auto flex items-center gap-2 whitespace-nowrap">
      The whole by <LevelField label="The whole louder by" db={gainDb} commit={set} />
      {gain && (
        <button type="button" className="btn btn-xs" onClick={() => set(gain.db)}>
          {decibels(gain.db)} {gain.reaches ? "brings it to its target" : "is what its peaks allow"}
        </button>
      )}
    </span>
  );
}

function Lufs({ label, value, commit }: { label: string; value: number; commit: (to: number) => void }) {
  return (
    <ValueField
      label={label}
      value={value}
      show={tenths}
      read={readLufs}
      step={(from, direction) => from + direction * 0.5}
      commit={commit}
      width="3.75rem"
    />
  );
}
