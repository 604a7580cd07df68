import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import { useEditedValue } from "./editing";
import { words as texts } from "./words";

interface Props<T> {
  /** What it is, for screen readers. */
  label: string;
  value: T;
  show: (value: T) => string;
  /** What was typed as a value; undefined when it cannot be one. */
  read: (typed: string) => T | undefined;
  commit: (value: T) => void;
  /** The value one arrow key away. */
  step?: (value: T, direction: 1 | -1) => T;
  width?: string;
  /** Words rather than figures: set from the left. */
  words?: boolean;
  placeholder?: string;
  /** The id of a list of proposals. */
  list?: string | undefined;
  /** Whether the tab key stops here. */
  tabbed?: boolean;
  /** What can be typed, told where something else was. */
  hint?: string;
}

/** A value within a sentence: type and Enter, Escape to leave it, arrows to nudge. */
export function ValueField<T>({
  label,
  value: kept,
  show,
  read,
  commit,
  step,
  width = "4.5rem",
  words = false,
  placeholder,
  list,
  tabbed = true,
  hint = texts.valueHint,
}: Props<T>) {
  const [typed, setTyped] = useState<string>();
  const [wrong, setWrong] = useState(false);
  // Where arrow keys have come to: all strokes of one press, held down or not, are one edit.
  const [nudged, setNudged] = useState<{ to: T }>();
  // Escape leaves the field, and leaving must not commit then.
  const dropped = useRef(false);
  const hintId = useId();
  const { value, isSending, begin, set, cancel } = useEditedValue(kept);

  const change = (next: T) => show(next) !== show(value) && set(next, () => commit(next));
  const finishNudge = () => {
    if (nudged) change(nudged.to);
    setNudged(undefined);
  };
  const finish = () => {
    if (typed !== undefined && !dropped.current) {
      const next = read(typed);
      if (next === undefined) {
        setWrong(true);
        return;
      }
      change(next);
    }
    cancel();
    dropped.current = false;
    setWrong(false);
    setTyped(undefined);
  };

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") finish();
    else if (event.key === "Escape") {
      event.stopPropagation();
      // What was typed is dropped first; a dialog around it closes at the next one.
      if (typed !== undefined || nudged) event.preventDefault();
      setNudged(undefined);
      dropped.current = true;
      event.currentTarget.blur();
    } else if (step && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      begin();
      setTyped(undefined);
      setNudged({ to: step(nudged ? nudged.to : value, event.key === "ArrowUp" ? 1 : -1) });
    }
  };

  // What takes the field away, as a press on something else by a finger does, must not take with it what was typed.
  const leave = useRef<() => void>(() => undefined);
  useEffect(() => {
    leave.current = () => {
      finishNudge();
      finish();
    };
  });
  useEffect(() => () => leave.current(), []);

  return (
    <>
      <input
        className={words ? "value" : "value figures text-center"}
        style={{ width, ...(wrong ? { borderColor: "var(--color-error)" } : {}) }}
        aria-label={label}
        aria-invalid={wrong}
        aria-busy={isSending}
        data-typing={typed !== undefined || nudged !== undefined}
        placeholder={placeholder}
        list={list}
        tabIndex={tabbed ? 0 : -1}
        value={typed ?? show(nudged ? nudged.to : value)}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => {
          begin();
          setTyped(event.currentTarget.value);
        }}
        onBlur={() => leave.current()}
        onKeyDown={onKeyDown}
        onKeyUp={finishNudge}
        {...(wrong && { "aria-describedby": hintId })}
      />
      {wrong && (
        // Over what is there: nothing moves while somebody types.
        <span className="relative self-end">
          <span
            id={hintId}
            role="alert"
            className="bg-error text-error-content absolute top-1 right-0 z-30 w-max max-w-34 rounded px-2 py-1 text-left text-xs font-normal whitespace-normal"
          >
            {hint}
          </span>
        </span>
      )}
    </>
  );
}
