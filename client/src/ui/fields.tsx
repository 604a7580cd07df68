import type { ReactNode } from "react";
import { useEditedValue } from "./editing";
import { decibels, readDecibels, readMs, seconds } from "./format";
import { ValueField } from "./ValueField";
import { words } from "./words";

interface MsProps {
  label: string;
  /** Undefined for several things that differ. */
  ms: number | undefined;
  commit: (ms: number) => void;
  show?: (ms: number) => string;
  width?: string;
  tabbed?: boolean;
}

/** A duration or time in milliseconds; arrow keys change it by a tenth of a second. */
export function MsField({ label, ms, commit, show = seconds, width, tabbed = true }: MsProps) {
  return (
    <ValueField<number | undefined>
      label={label}
      value={ms}
      show={(value) => (value === undefined ? words.mixed : show(value))}
      read={readMs}
      hint={words.timeHint}
      commit={(value) => value !== undefined && commit(value)}
      step={(value, direction) => (value === undefined ? undefined : Math.max(0, value + direction * 100))}
      // Values with milliseconds need two more digits.
      width={width ?? ((ms ?? 0) % 100 === 0 ? "4.5rem" : "5.5rem")}
      tabbed={tabbed}
    />
  );
}

interface LevelProps {
  label: string;
  /** Undefined for several things that differ. */
  db: number | undefined;
  commit: (db: number) => void;
}

/** A level in dB; arrow keys change it by half a decibel. */
export function LevelField({ label, db, commit }: LevelProps) {
  return (
    <ValueField<number | undefined>
      label={label}
      value={db}
      show={(value) => (value === undefined ? words.mixed : decibels(value))}
      read={readDecibels}
      hint={words.levelHint}
      commit={(value) => value !== undefined && commit(value)}
      step={(value, direction) => (value === undefined ? undefined : value + direction * 0.5)}
      width="5rem"
    />
  );
}

interface SelectProps<T extends string> {
  label: string;
  /** Undefined for several things that differ. */
  value: T | undefined;
  options: readonly (readonly [T, string])[];
  commit: (value: T) => void;
  width?: string;
}

/** The value of a select for things that differ: no option has it. */
const none = "";

/** A select. */
export function Select<T extends string>({ label, value: kept, options, commit, width }: SelectProps<T>) {
  const { value, isSending, set } = useEditedValue(kept);
  return (
    <select
      className="value"
      style={width ? { width } : undefined}
      aria-label={label}
      aria-busy={isSending}
      value={value ?? none}
      onChange={(event) => {
        const next = event.currentTarget.value as T;
        set(next, () => commit(next));
      }}
    >
      {value === undefined && (
        <option value={none} disabled>
          {words.mixed}
        </option>
      )}
      {options.map(([key, text]) => (
        <option key={key} value={key}>
          {text}
        </option>
      ))}
    </select>
  );
}

interface CheckboxProps {
  checked: boolean;
  set: (checked: boolean) => void;
  disabled?: boolean;
  children: ReactNode;
}

/** A checkbox with its label. */
export function Checkbox({ checked, set: commit, disabled = false, children }: CheckboxProps) {
  const { value, isSending, set } = useEditedValue(checked);
  return (
    <label className="flex min-w-0 items-center gap-2">
      <input
        type="checkbox"
        className="checkbox checkbox-primary checkbox-sm"
        checked={value}
        aria-busy={isSending}
        disabled={disabled}
        onChange={(event) => {
          const next = event.currentTarget.checked;
          set(next, () => commit(next));
        }}
      />
      {children}
    </label>
  );
}
