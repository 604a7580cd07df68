import { useEffect, useRef, useState } from "react";
import { useEditedValue } from "./editing";

interface Props {
  label: string;
  value: string;
  commit: (value: string) => void;
  placeholder?: string;
  rows?: number;
}

/** Longer text: kept when it is left, Escape puts it back. */
export function TextBox({ label, value: kept, commit, placeholder, rows = 3 }: Props) {
  const [typed, setTyped] = useState<string>();
  const dropped = useRef(false);
  const { value, isSending, begin, set, cancel } = useEditedValue(kept);
  // What takes the field away must not take with it what was typed.
  const leave = useRef<() => void>(() => undefined);
  useEffect(() => {
    leave.current = () => {
      if (typed !== undefined && typed !== value && !dropped.current) set(typed, () => commit(typed));
      cancel();
      dropped.current = false;
      setTyped(undefined);
    };
  });
  useEffect(() => () => leave.current(), []);
  return (
    <textarea
      className="value w-full resize-y leading-snug font-normal"
      rows={rows}
      aria-label={label}
      aria-busy={isSending}
      placeholder={placeholder}
      value={typed ?? value}
      onChange={(event) => {
        begin();
        setTyped(event.currentTarget.value);
      }}
      onBlur={() => leave.current()}
      data-typing={typed !== undefined}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        // What was typed is dropped first; a dialog around it closes at the next one.
        if (typed !== undefined) event.preventDefault();
        dropped.current = true;
        event.currentTarget.blur();
      }}
    />
  );
}
