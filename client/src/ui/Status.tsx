import { useEffect, useRef, type ReactNode } from "react";
import { create } from "zustand";

/** What screen readers are told last. */
const useSpoken = create<{ words: string }>(() => ({ words: "" }));

/** A line about what goes on, spoken when it comes and when it changes. */
export function Status({ className, children }: { className?: string; children: ReactNode }) {
  const line = useRef<HTMLParagraphElement>(null);
  const told = useRef("");
  useEffect(() => {
    const words = line.current?.textContent ?? "";
    if (words !== told.current) useSpoken.setState({ words });
    told.current = words;
  });
  useEffect(() => () => useSpoken.setState(({ words }) => ({ words: words === told.current ? "" : words })), []);
  return (
    <p ref={line} className={className}>
      {children}
    </p>
  );
}

/** Where lines are spoken: a region that comes together with its words often is not. */
export function SpokenStatus() {
  const words = useSpoken((spoken) => spoken.words);
  return (
    // Named live, it is not hidden below a dialog.
    <p role="status" aria-live="polite" className="sr-only">
      {words}
    </p>
  );
}
