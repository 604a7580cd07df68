import { useEffect, useRef, useState } from "react";
import { useEditedValue } from "./editing";

interface Props {
  label: string;
  value: string;
  commit: (value: string) => void;
  placeholder?: string;
  rows?: number;
}

/** A longer text, saved when the field loses the focus; Escape restores it. */
export function TextBox({ label, value: kept, commit, placeholder, rows = 3 }: Props) {
  const [typed, setTyped] = useState<string>();
  const dropped = useRef(false);
  const { value, isSending, begin, set, cancel } = useEditedValue(kept);
  // When the field is removed, typed text must not be lost.
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
        // Typed text is discarded first; pressed again, Escape closes the dialog around it.
        if (typed !== undefined) event.preventDefault();
        dropped.current = true;
        event.currentTarget.blur();
      }}
    />
  );
}
