import { DropdownMenu as Parts } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  /** The label of the button. */
  words: ReactNode;
  className: string;
  /** The button's name, when its label does not say it. */
  label?: string;
  /** Its entries. */
  children: ReactNode;
  /** The side that is aligned with the button. */
  side?: "left" | "right";
}

/** A button and its menu, with arrow keys and first letters for navigation. */
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
  /** Its name, when its label does not say it. */
  label?: string;
  className?: string;
  children: ReactNode;
}

/** A menu item; choosing it closes the menu. */
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

/** If the chosen item opened a field with the focus, the button does not take it back. */
function leaveFocusWhereItWent(event: Event) {
  if (document.activeElement?.matches("input, textarea")) event.preventDefault();
}
