import { useEffect, useRef, type ReactNode } from "react";

interface Props {
  label: string;
  side: "left" | "right";
  className: string;
  /** Whether it is open, where there is no room beside the sheet; with room it always is. */
  open: boolean;
  close: () => void;
  children: ReactNode;
}

/** A panel beside the sheet. Where the page is too narrow for it, it lies over the sheet while it is open. */
export function SidePanel({ label, side, className, open, close, children }: Props) {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    if (open) panel.current?.focus();
  }, [open]);
  return (
    <>
      {open && <div className="fixed inset-0 z-30 bg-black/30 lg:hidden" onClick={close} aria-hidden="true" />}
      <aside
        ref={panel}
        aria-label={label}
        tabIndex={-1}
        className={`bg-base-100 shrink-0 outline-none ${side === "left" ? "line-r max-lg:left-0" : "line-l max-lg:right-0"} max-lg:fixed max-lg:inset-y-0 max-lg:z-40 max-lg:max-w-[85vw] max-lg:shadow-lg ${open ? "" : "max-lg:hidden"} ${className}`}
        onKeyDown={(event) => {
          if (event.key !== "Escape" || !open) return;
          event.stopPropagation();
          close();
        }}
      >
        {children}
      </aside>
    </>
  );
}
