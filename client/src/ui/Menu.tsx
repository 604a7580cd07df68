import { DropdownMenu as Parts } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  /** What the button says that opens it. */
  words: ReactNode;
  className: string;
  /** What the button does, where it does not say it. */
  label?: string;
  /** Its entries. */
  children: ReactNode;
  /** Which of its sides is aligned with the button. */
  side?: "left" | "right";
}

/** A button and the menu it opens, with arrow keys and first letters to go through it. */
export function Menu({ words, className, label, children, side = "left" }: Props) {
  return (
    <Parts.Root modal={false}>
      <Parts.Trigger className={className} aria-label={label} title={label}>
        {words}
      </Parts.Trigger>
      <Parts.Portal>
        <Parts.Content
          align={side === "left" ? "start" : "end"}
          sideOffset={4}
          className="bg-base-100 z-30 w-60 rounded-md border border-[var(--line)] p-1 text-sm shadow-sm outline-none"
          onCloseAutoFocus={leaveFocusWhereItWent}
        >
          {children}
        </Parts.Content>
      </Parts.Portal>
    </Parts.Root>
  );
}

interface EntryProps {
  choose: () => void;
  disabled?: boolean;
  /** What it does, where it does not say it. */
  label?: string;
  className?: string;
  children: ReactNode;
}

/** An entry of a menu; choosing it closes the menu. */
export function MenuEntry({ choose, disabled = false, label, className = "", children }: EntryProps) {
  return (
    <Parts.Item
      asChild
      disabled={disabled}
      className={`data-[highlighted]:bg-base-300 w-full cursor-pointer rounded px-3 py-1.5 text-left outline-none disabled:cursor-default disabled:opacity-50 ${className}`}
      onSelect={choose}
    >
      <button type="button" aria-label={label} disabled={disabled}>
        {children}
      </button>
    </Parts.Item>
  );
}

/** A choice that opens a field has taken the focus there: the button does not get it back. */
function leaveFocusWhereItWent(event: Event) {
  if (document.activeElement?.matches("input, textarea")) event.preventDefault();
}
