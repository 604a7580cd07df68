import { useEffect, useRef } from "react";

interface Props {
  label: string;
  /** As #rrggbb. */
  value: string;
  commit: (value: string) => void;
}

/** A colour. The edit is made once the browser's picker is closed: on the way there it has hundreds of values. */
export function ColorField({ label, value, commit }: Props) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const input = field.current;
    if (!input) return;
    input.value = value;
    // React takes "input" events for changes.
    const chosen = () => input.value !== value && commit(input.value);
    input.addEventListener("change", chosen);
    return () => input.removeEventListener("change", chosen);
  }, [value, commit]);
  return <input ref={field} type="color" className="h-7 w-10 cursor-pointer" aria-label={label} defaultValue={value} />;
}
