import { useDrag as useGesture, type Handler, type UserDragConfig } from "@use-gesture/react";

/**
 * Draws something with the mouse, a pen or a finger. What keys do to it is up to the part that has it: the library would take an arrow for a
 * short drag as well, and letting go of it for its end.
 */
export function useDrag<E = PointerEvent | MouseEvent | TouchEvent | KeyboardEvent>(
  handler: Handler<"drag", E>,
  config: UserDragConfig = {},
) {
  return useGesture<E, UserDragConfig>(handler, { ...config, pointer: { keys: false } });
}
