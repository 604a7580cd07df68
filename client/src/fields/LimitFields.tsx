import { hold, readMs } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { words } from "./words";

/** The limits of holds when they are distributed or re-paced; undefined for the defaults. */
export interface Limits {
  leastMs?: number;
  greatestMs?: number;
}

/** The shortest and the longest hold. */
export function LimitFields({ limits, set }: { limits: Limits; set: (limits: Limits) => void }) {
  const field = (label: string, key: keyof Limits, otherwise: string) => (
    <label className="flex items-center gap-1.5 whitespace-nowrap">
      {label}
      <ValueField
        label={label}
        value={limits[key]}
        show={(ms) => (ms === undefined ? otherwise : hold(ms))}
        read={(typed) => readMs(typed)}
        commit={(ms) => set({ ...limits, ...(ms === undefined ? {} : { [key]: ms }) })}
        width="4.6rem"
      />
    </label>
  );
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      {field(words.shortest, "leastMs", words.usualShortest)}
      {field(words.longest, "greatestMs", words.anyLength)}
      {(limits.leastMs ?? limits.greatestMs) !== undefined && (
        <button type="button" className="btn btn-xs" onClick={() => set({})}>
          {words.noLimits}
        </button>
      )}
    </div>
  );
}
