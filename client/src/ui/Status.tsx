import { useEffect, useRef, type ReactNode } from "react";
import { create } from "zustand";

/** The last text announced to screen readers. */
const useSpoken = create<{ words: string }>(() => ({ words: "" }));

/** A status line, announced when it appears and when it changes. */
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

/** The live region for announcements: a region that is added together with its text often is not announced. */
export function SpokenStatus() {
  const words = useSpoken((spoken) => spoken.words);
  return (
    // A live region that is not hidden by a dialog.
    <p role="status" aria-live="polite" className="sr-only">
      {words}
    </p>
  );
}
