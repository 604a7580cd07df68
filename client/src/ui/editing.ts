import { createContext, useContext, useRef, useState } from "react";

/** Begins something that ends in an edit; the returned function makes the edit, and resolves once it is answered. */
export type BeginEditing = () => (commit: () => void) => Promise<void>;

// Without a server, an edit is made at once.
const editHere: BeginEditing = () => (commit) => {
  commit();
  return Promise.resolve();
};

/** How edits that take a while begin. The provider can check the edit against the state at the beginning. */
export const EditingContext = createContext<BeginEditing>(editHere);

/** Brackets typing or dragging: `begin` may be called repeatedly, `end` makes the edit, `cancel` makes none. */
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
 * An editable value. The new value is shown until the edit is answered, however long the server is away; then its
 * result.
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
