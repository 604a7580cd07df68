import { useDrag as useGesture, type Handler, type UserDragConfig } from "@use-gesture/react";
import { useBegun } from "./useBegun";

/**
 * Draws something with the mouse, a pen or a finger. What keys do to it is up to the part that has it: the library would take an arrow for a
 * short drag as well, and letting go of it for its end.
 */
export function useDrag<E = PointerEvent | MouseEvent | TouchEvent | KeyboardEvent>(
  handler: Handler<"drag", E>,
  config: UserDragConfig = {},
) {
  const { begin, end } = useBegun();
  const held: Handler<"drag", E> = (state) => {
    if (state.first) begin();
    if (!state.last) return handler(state);
    // Only what it comes to in the end is an edit.
    end(() => void handler(state));
    return undefined;
  };
  return useGesture<E, UserDragConfig>(held, { ...config, pointer: { keys: false } });
}
