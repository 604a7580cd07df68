import type { Schemas } from "../api/client";
import { MsField } from "../ui/fields";
import { decibels, readDecibels } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { words } from "./words";

type Duck = Schemas["Duck"];

interface Props {
  /** What the settings apply to. */
  of: string;
  duck: Duck;
  change: (part: Partial<Duck>) => void;
}

/** The ducking settings: attack, hold, release and depth. */
export function DuckFields({ of, duck, change }: Props) {
  const ms = (name: "attackMs" | "holdMs" | "releaseMs", label: string) => (
    <span className="whitespace-nowrap">
      {label}{" "}
      <MsField label={words.ducking(label, of)} ms={duck[name]} commit={(to) => change({ [name]: to })} width="4rem" />
    </span>
  );
  return (
    <span className="inline-flex flex-wrap items-center gap-x-3 gap-y-1.5">
      {ms("attackMs", words.attack)}
      {ms("holdMs", words.hold)}
      {ms("releaseMs", words.release)}
      <span className="whitespace-nowrap">
        {words.depth}{" "}
        <ValueField<number | null>
          label={words.ducking(words.depth, of)}
          value={duck.depthDb}
          show={(db) => (db === null ? words.fromTargets : decibels(db))}
          read={readDepth}
          step={(db, direction) => Math.max(0, (db ?? 0) + direction * 0.5)}
          commit={(depthDb) => change({ depthDb })}
          width="7.5rem"
        />
      </span>
    </span>
  );
}

/** Reads a depth: "6", "6 dB". Text without digits means the depth that follows the targets. */
const readDepth = (typed: string) => {
  const db = readDecibels(typed);
  return db === undefined ? (/\d/.test(typed) ? undefined : null) : Math.abs(db);
};
