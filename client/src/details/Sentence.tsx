import type { ReactNode } from "react";
import { Rarer, type RarerProps } from "./Rarer";

interface TopicProps {
  title: string;
  /** What belongs to it and is set more rarely. */
  rarer?: RarerProps;
  children?: ReactNode;
}

/** A heading and the sentences under it. */
export function Topic({ title, rarer, children }: TopicProps) {
  const heading = <h3 className="muted font-sans text-xs font-semibold">{title}</h3>;
  return (
    <section className="mb-3">
      {rarer ? (
        <Rarer {...rarer} heading={heading}>
          {children}
        </Rarer>
      ) : (
        <>
          <div className="mb-1">{heading}</div>
          <div className="space-y-1">{children}</div>
        </>
      )}
    </section>
  );
}

/** A line of words and values. */
export function Sentence({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1 text-[0.9375rem] leading-5">{children}</div>;
}
