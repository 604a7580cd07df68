import { decibels, readDecibels, readMs, seconds } from "./format";
import { ValueField } from "./ValueField";

interface MsProps {
  label: string;
  ms: number;
  commit: (ms: number) => void;
  show?: (ms: number) => string;
  width?: string;
  tabbed?: boolean;
}

/** A length or point of time, in milliseconds; arrows move it by a tenth of a second. */
export function MsField({ label, ms, commit, show = seconds, width = "4.5rem", tabbed = true }: MsProps) {
  return (
    <ValueField
      label={label}
      value={ms}
      show={show}
      read={readMs}
      commit={commit}
      step={(value, direction) => Math.max(0, value + direction * 100)}
      width={width}
      tabbed={tabbed}
    />
  );
}

/** A level in dB; arrows move it by half a decibel. */
export function LevelField({ label, db, commit }: { label: string; db: number; commit: (db: number) => void }) {
  return (
    <ValueField
      label={label}
      value={db}
      show={decibels}
      read={readDecibels}
      commit={commit}
      step={(value, direction) => value + direction * 0.5}
      width="5rem"
    />
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  commit: (value: T) => void;
  width?: string;
}

/** One of several, within a sentence. */
export function Choice<T extends string>({ label, value, options, commit, width }: ChoiceProps<T>) {
  return (
    <select
      className="value"
      style={width ? { width } : undefined}
      aria-label={label}
      value={value}
      onChange={(event) => commit(event.currentTarget.value as T)}
    >
      {options.map(([key, text]) => (
        <option key={key} value={key}>
          {text}
        </option>
      ))}
    </select>
  );
}
