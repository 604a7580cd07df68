import type { Schemas } from "../api/client";
import { MsField } from "../ui/fields";
import { decibels, readDecibels } from "../ui/format";
import { ValueField } from "../ui/ValueField";

type Duck = Schemas["Duck"];

interface Props {
  /** Whose they are, in words. */
  of: string;
  duck: Duck;
  change: (part: Partial<Duck>) => void;
}

const byTargets = "as targets ask";

/** How beds make room: down, held, up, and how far. */
export function DuckFields({ of, duck, change }: Props) {
  const ms = (name: "attackMs" | "holdMs" | "releaseMs", words: string) => (
    <span className="whitespace-nowrap">
      {words}{" "}
      <MsField
        label={`Room for ${of}, ${words}`}
        ms={duck[name]}
        commit={(to) => change({ [name]: to })}
        width="4rem"
      />
    </span>
  );
  return (
    <span className="inline-flex flex-wrap items-center gap-x-3 gap-y-1.5">
      {ms("attackMs", "down within")}
      {ms("holdMs", "held for")}
      {ms("releaseMs", "up within")}
      <span className="whitespace-nowrap">
        by{" "}
        <ValueField<number | null>
          label={`Room for ${of}, how far down`}
          value={duck.depthDb}
          show={(db) => (db === null ? byTargets : decibels(db))}
          read={readDepth}
          step={(db, direction) => Math.max(0, (db ?? 0) + direction * 0.5)}
          commit={(depthDb) => change({ depthDb })}
          width="7.5rem"
        />
      </span>
    </span>
  );
}

/** Reads a depth: "6", "6 dB"; words, or nothing, for as far as the targets ask. */
const readDepth = (typed: string) => {
  const db = readDecibels(typed);
  return db === undefined ? (/\d/.test(typed) ? undefined : null) : Math.abs(db);
};
