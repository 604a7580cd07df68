import type { ReactNode } from "react";

/** A heading and the sentences under it. */
export function Topic({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-4">
      <h3 className="muted mb-1.5 font-sans text-xs font-semibold">{title}</h3>
      <div className="space-y-1.5">{children}</div>
    </section>
  );
}

/** A line of words and values. */
export function Sentence({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1">{children}</div>;
}
