import type { ReactNode } from "react";

interface Props {
  label: string;
  off?: boolean;
  press: () => void;
  children: ReactNode;
}

/** A button that is a picture; what it does is its name. */
export function IconButton({ label, off = false, press, children }: Props) {
  return (
    <button
      type="button"
      className="btn btn-ghost btn-sm btn-square"
      aria-label={label}
      title={label}
      disabled={off}
      onClick={press}
    >
      {children}
    </button>
  );
}
