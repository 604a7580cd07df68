import { hold, readMs } from "../ui/format";
import { ValueField } from "../ui/ValueField";

/** How long slides may stay when their holds are worked out anew; left open where nothing is said. */
export interface Limits {
  leastMs?: number;
  greatestMs?: number;
}

/** The least and the greatest hold, within a sentence. */
export function LimitFields({ limits, set }: { limits: Limits; set: (limits: Limits) => void }) {
  const field = (label: string, key: keyof Limits, otherwise: string) => (
    <ValueField
      label={label}
      value={limits[key]}
      show={(ms) => (ms === undefined ? otherwise : hold(ms))}
      read={(typed) => readMs(typed)}
      commit={(ms) => set({ ...limits, ...(ms === undefined ? {} : { [key]: ms }) })}
      width="4.6rem"
    />
  );
  return (
    <>
      <span>no slide shorter than</span> {field("Least hold", "leastMs", "1 s")} <span>or longer than</span>{" "}
      {field("Greatest hold", "greatestMs", "any")}
      {(limits.leastMs ?? limits.greatestMs) !== undefined && (
        <button type="button" className="btn btn-xs" onClick={() => set({})}>
          No limits
        </button>
      )}
    </>
  );
}
