import type { ReactNode } from "react";
import { Tip } from "./Tip";

interface Props {
  label: string;
  /** Its keyboard shortcut. */
  keys?: readonly string[];
  /** Whether it has no effect now. It stays focusable, and its tooltip says why. */
  off?: boolean;
  press: () => void;
  className?: string;
  children: ReactNode;
}

/** A button with an icon; its label is its name. */
export function IconButton({
  label,
  keys,
  off = false,
  press,
  className = "btn-ghost btn-sm btn-square",
  children,
}: Props) {
  return (
    <Tip words={label} {...(keys && { keys })}>
      <button
        type="button"
        className={`btn ${className} ${off ? "btn-disabled" : ""}`}
        aria-label={label}
        aria-disabled={off}
        onClick={() => off || press()}
      >
        {children}
      </button>
    </Tip>
  );
}
