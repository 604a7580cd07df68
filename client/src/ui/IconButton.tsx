import type { ReactNode } from "react";
import { Tip } from "./Tip";

interface Props {
  label: string;
  /** The keys that do the same. */
  keys?: readonly string[];
  /** Whether it does nothing now. It keeps the focus even then, and says why. */
  off?: boolean;
  press: () => void;
  className?: string;
  children: ReactNode;
}

/** A button that is a picture; what it does is its name. */
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
