import { useEffect, useId, useRef, useState, type KeyboardEvent } from "react";
import { useEditedValue } from "./editing";
import { words as texts } from "./words";

interface Props<T> {
  /** Its name for screen readers. */
  label: string;
  value: T;
  show: (value: T) => string;
  /** Parses the typed text; undefined when it is invalid. */
  read: (typed: string) => T | undefined;
  commit: (value: T) => void;
  /** The value one arrow key away. */
  step?: (value: T, direction: 1 | -1) => T;
  width?: string;
  /** Whether it is text rather than a number: then it is left-aligned. */
  words?: boolean;
  placeholder?: string;
  /** The id of a list of suggestions. */
  list?: string | undefined;
  /** Whether it is in the tab order. */
  tabbed?: boolean;
  /** What can be typed, shown after invalid text. */
  hint?: string;
}

/** A value in a field: Enter commits, Escape cancels, arrow keys nudge. */
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
  // The value reached by arrow keys: one press, even a long one, makes one edit.
  const [nudged, setNudged] = useState<{ to: T }>();
  // Escape removes the focus, and that must not commit.
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
      // Typed text is discarded first; pressed again, Escape closes the dialog around it.
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

  // When the field is removed, for example by a tap on something else, typed text must not be lost.
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
        // Positioned over the page, so that nothing moves while typing.
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
