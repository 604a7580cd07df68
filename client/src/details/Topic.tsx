import type { ReactNode } from "react";
import { MoreOptions, type MoreOptionsProps } from "./MoreOptions";

interface TopicProps {
  title: string;
  /** Less frequent options of the topic. */
  more?: MoreOptionsProps;
  children?: ReactNode;
}

/** A heading with rows under it. */
export function Topic({ title, more, children }: TopicProps) {
  const heading = <h3 className="muted font-sans text-xs font-semibold">{title}</h3>;
  return (
    <section className="mb-3">
      {more ? (
        <MoreOptions {...more} heading={heading}>
          {children}
        </MoreOptions>
      ) : (
        <>
          <div className="mb-1">{heading}</div>
          <div className="space-y-1">{children}</div>
        </>
      )}
    </section>
  );
}

/** A label with its fields. The fields have their own names for screen readers. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[5.75rem_minmax(0,1fr)] items-center gap-x-2 text-[0.9375rem] leading-5">
      <span className="text-sm" aria-hidden="true">
        {label}
      </span>
      <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1">{children}</div>
    </div>
  );
}

/** Buttons in a row. */
export function Buttons({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-1.5">{children}</div>;
}
