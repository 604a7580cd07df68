import { useState } from "react";

const sizes = [1, 1.25, 1.5, 1.875, 2.25];

/** The notes of the slide, as large as the presenter wants them. */
export function Notes({ notes }: { notes: string }) {
  const [size, setSize] = useState(1);
  return (
    <section className="flex min-h-0 grow flex-col" aria-label="Notes">
      <div className="flex items-center gap-1">
        <h2 className="muted mr-auto font-sans text-sm">Notes</h2>
        <button
          type="button"
          className="btn btn-xs bg-base-300"
          aria-label="A− smaller notes"
          disabled={size === 0}
          onClick={() => setSize(size - 1)}
        >
          A−
        </button>
        <button
          type="button"
          className="btn btn-xs bg-base-300"
          aria-label="A+ larger notes"
          disabled={size === sizes.length - 1}
          onClick={() => setSize(size + 1)}
        >
          A+
        </button>
      </div>
      <p
        className="mt-1 min-h-0 grow overflow-y-auto leading-snug whitespace-pre-wrap"
        style={{ fontSize: `${sizes[size]}rem` }}
        tabIndex={0}
      >
        {notes || <span className="muted">No notes on this slide.</span>}
      </p>
    </section>
  );
}
