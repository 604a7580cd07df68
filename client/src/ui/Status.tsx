import { useEffect, useRef, type ReactNode } from "react";
import { create } from "zustand";

/** What screen readers are told last. */
const useSpoken = create<{ words: string }>(() => ({ words: "" }));

/** A line about what goes on, spoken when it comes and when it changes. */
export function Status({ className, children }: { className?: string; children: ReactNode }) {
  const line = useRef<HTMLParagraphElement>(null);
  useEffect(() => {
    const words = line.current?.textContent ?? "";
    if (words !== useSpoken.getState().words) useSpoken.setState({ words });
  });
  useEffect(() => () => useSpoken.setState({ words: "" }), []);
  return (
    <p ref={line} className={className} data-status>
      {children}
    </p>
  );
}

/** Where lines are spoken: a region that comes together with its words often is not. */
export function SpokenStatus() {
  const words = useSpoken((spoken) => spoken.words);
  return (
    <p role="status" className="sr-only">
      {words}
    </p>
  );
}
