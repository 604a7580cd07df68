import { useEffect, useRef } from "react";
import { useEditedValue } from "./editing";

interface Props {
  label: string;
  /** As #rrggbb. */
  value: string;
  commit: (value: string) => void;
}

/** A colour. The edit is made once the browser's picker is closed, because it reports hundreds of values on the way. */
export function ColorField({ label, value: kept, commit }: Props) {
  const { value, set } = useEditedValue(kept);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (field.current) field.current.value = value;
  }, [value]);
  useEffect(() => {
    const input = field.current;
    if (!input) return;
    // React listens to "input" events for changes.
    const chosen = () => {
      const next = input.value;
      if (next !== value) set(next, () => commit(next));
    };
    input.addEventListener("change", chosen);
    return () => input.removeEventListener("change", chosen);
  });
  return <input ref={field} type="color" className="h-7 w-10 cursor-pointer" aria-label={label} defaultValue={value} />;
}
