import type { Schemas } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { Select, LevelField } from "../ui/fields";
import { decibels } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { DuckFields } from "../fields/DuckFields";
import { readLufs, tenths, words, type Targets, type TargetPreset } from "./words";

interface Props {
  /** The presets. */
  presets: readonly Targets[];
  /** The gain that would bring the show to its target; null when it would change nothing. */
  wholeGain: Schemas["WholeGain"] | null;
}

const places: readonly (readonly [TargetPreset, string])[] = [
  ["room", words.places.room],
  ["web", words.places.web],
  ["broadcast", words.places.broadcast],
  ["own", words.places.own],
];

const figures = ["voiceLufs", "bedLufs", "bedUnderVoiceLufs", "spotLufs", "wholeLufs"] as const;

/** The level targets: a preset for the destination, or custom figures; the ducking; and the overall gain. */
export function TargetsLine({ presets, wholeGain }: Props) {
  const view = useView();
  const { edit } = useOpenShow();
  const targets = view.show.levelTargets;
  const set = (change: Partial<Targets>) =>
    edit((show) => ({ kind: "setLevelTargets", targets: { ...show.levelTargets, ...change, for: "own" } }));
  return (
    <section aria-label={words.targets} className="flex flex-wrap items-center gap-x-4 gap-y-1.5 text-sm">
      <span>
        {words.targetsFor}{" "}
        <Select
          label={words.targetsForField}
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
      {figures.map((name) => (
        <span key={name} className="whitespace-nowrap">
          {words.kinds[name]}{" "}
          <Lufs label={words.targetOf(words.kinds[name])} value={targets[name]} commit={(to) => set({ [name]: to })} />
        </span>
      ))}
      <span className="muted">{words.unit}</span>
      <span className="whitespace-nowrap">
        {words.truePeak}{" "}
        <Lufs label={words.highestPeak} value={targets.truePeakDbtp} commit={(to) => set({ truePeakDbtp: to })} />{" "}
        <span className="muted">{words.peakUnit}</span>
      </span>
      <span className="flex basis-full flex-wrap items-center gap-x-3 gap-y-1.5">
        <span>{words.ducking}</span>
        <DuckFields
          of={words.allVoices}
          duck={view.show.duck}
          change={(part) => edit((show) => ({ kind: "setShowDuck", duck: { ...show.duck, ...part } }))}
        />
        <WholeGain gain={wholeGain} />
      </span>
    </section>
  );
}

/** The overall gain, and a button for the gain that reaches the target. */
function WholeGain({ gain }: { gain: Schemas["WholeGain"] | null }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { gainDb } = view.show;
  const set = (to: number) => edit({ kind: "setShowGain", gainDb: to });
  return (
    <span className="ml-auto flex items-center gap-2 whitespace-nowrap">
      {words.overallGain} <LevelField label={words.overallGain} db={gainDb} commit={set} />
      {gain && (
        <button type="button" className="btn btn-xs" onClick={() => set(gain.db)}>
          {gain.reaches ? words.reachesTarget(decibels(gain.db)) : words.highestGain(decibels(gain.db))}
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
