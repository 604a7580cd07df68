import { createContext, useContext, useRef, useState } from "react";

/** Begins something that ends in an edit; what it returns makes that edit, and resolves once it is answered. */
export type BeginEditing = () => (commit: () => void) => Promise<void>;

// Without a server behind it an edit is made at once.
const editHere: BeginEditing = () => (commit) => {
  commit();
  return Promise.resolve();
};

/** How an edit that takes a while is begun. Its provider can check the edit against what was there at the beginning. */
export const EditingContext = createContext<BeginEditing>(editHere);

/** Brackets what is typed or dragged: `begin` may be called again while it lasts, `end` makes the edit, `cancel` makes none. */
export function useEditing() {
  const beginEditing = useContext(EditingContext);
  const begun = useRef<ReturnType<BeginEditing>>(undefined);
  return {
    begin: () => void (begun.current ??= beginEditing()),
    end: (commit: () => void) => {
      const finish = begun.current ?? beginEditing();
      begun.current = undefined;
      return finish(commit);
    },
    cancel: () => void (begun.current = undefined),
  };
}

/**
 * A value that can be edited. What it was set to is shown until the edit is answered, however long the server cannot be reached; then what
 * came of it.
 */
export function useEditedValue<T>(value: T) {
  const { begin, end, cancel } = useEditing();
  const [sent, setSent] = useState<{ value: T }>();
  return {
    value: sent ? sent.value : value,
    isSending: sent !== undefined,
    begin,
    set: (next: T, commit: () => void) => {
      const mine = { value: next };
      setSent(mine);
      void end(commit).then(() => setSent((now) => (now === mine ? undefined : now)));
    },
    cancel,
  };
}
