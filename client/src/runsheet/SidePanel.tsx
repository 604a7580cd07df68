import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { letFieldsGoFirst } from "../ui/Dialog";
import { useMedia } from "../ui/useMedia";
import { useReturnFocus } from "../ui/useReturnFocus";

interface Props {
  label: string;
  side: "left" | "right";
  className: string;
  /** Whether it is open, when it does not fit beside the sheet; otherwise it always is. */
  open: boolean;
  close: () => void;
  children: ReactNode;
}

/** A panel beside the sheet. On a page too narrow for it, it is a dialog over the sheet. */
export function SidePanel({ open, ...panel }: Props) {
  const isNarrow = useMedia("(width < 64rem)");
  if (isNarrow) return open && <PanelDialog {...panel} />;
  return (
    <aside
      aria-label={panel.label}
      className={`bg-base-100 shrink-0 ${panel.side === "left" ? "line-r" : "line-l"} ${panel.className}`}
    >
      {panel.children}
    </aside>
  );
}

function PanelDialog({ label, side, className, close, children }: Omit<Props, "open">) {
  const returnFocus = useReturnFocus();
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={letFieldsGoFirst}
          onCloseAutoFocus={returnFocus}
          className={`bg-base-100 fixed inset-y-0 z-40 max-w-[85vw] shadow-lg outline-none ${side === "left" ? "line-r left-0" : "line-l right-0"} ${className}`}
        >
          <Dialog.Title className="sr-only">{label}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
