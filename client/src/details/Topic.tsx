import type { ReactNode } from "react";
import { MoreOptions, type MoreOptionsProps } from "./MoreOptions";

interface TopicProps {
  title: string;
  /** Options of it that are needed less often. */
  more?: MoreOptionsProps;
  children?: ReactNode;
}

/** A heading and the rows under it. */
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

/** A label and what is set under it. The fields carry the same name for screen readers. */
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

/** Buttons side by side. */
export function Buttons({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-1.5">{children}</div>;
}
