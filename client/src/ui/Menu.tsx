import { useEffect, useRef, useState, type ReactNode } from "react";

interface Props {
  /** What the button says that opens it. */
  words: ReactNode;
  className: string;
  /** What the button does, where it does not say it. */
  label?: string;
  /** Its entries, as items of a list; choosing one closes it. */
  children: ReactNode;
  /** Which of its sides lies at that of the button. */
  side?: "left" | "right";
}

/** A button and what it opens: closed by a choice, Escape, or a click elsewhere. */
export function Menu({ words, className, label, children, side = "left" }: Props) {
  const [open, setOpen] = useState(false);
  const all = useRef<HTMLDivElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!open) return;
    const elsewhere = (event: Event) => all.current?.contains(event.target as Node) === false && setOpen(false);
    document.addEventListener("pointerdown", elsewhere);
    return () => document.removeEventListener("pointerdown", elsewhere);
  }, [open]);
  const close = () => {
    setOpen(false);
    button.current?.focus();
  };
  return (
    <div
      ref={all}
      className="relative"
      onKeyDown={(event) => {
        if (event.key !== "Escape" || !open) return;
        event.stopPropagation();
        close();
      }}
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && event.relatedTarget && setOpen(false)}
    >
      <button
        ref={button}
        type="button"
        className={className}
        aria-label={label}
        title={label}
        aria-expanded={open}
        aria-haspopup="true"
        onClick={() => setOpen(!open)}
      >
        {words}
      </button>
      {open && (
        <ul
          onClick={close}
          className={`menu bg-base-100 absolute top-full z-30 mt-1 w-60 rounded-md border border-[var(--line)] p-1 shadow-sm ${side === "left" ? "left-0" : "right-0"}`}
        >
          {children}
        </ul>
      )}
    </div>
  );
}
