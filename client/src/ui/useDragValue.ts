import { useDrag } from "@use-gesture/react";
import { useEffect, useRef, useState, type KeyboardEvent, type RefObject } from "react";
import { edgeScroller } from "./edgeScroller";
import { useEditing } from "./editing";

/** The dragging pointer, in pixels from the upper left corner of the surface. */
export interface DragPointer {
  x: number;
  y: number;
  /** Where the drag began: the same place on the surface, even after scrolling. */
  startX: number;
  startY: number;
  /** The size of the surface. */
  width: number;
  height: number;
  altKey: boolean;
  shiftKey: boolean;
  ctrlKey: boolean;
  metaKey: boolean;
}

interface Options<T, Arg> {
  /** The value at a pointer position, rounded and within its bounds; undefined for none. */
  valueAt: (pointer: DragPointer, arg: Arg) => T | undefined;
  /** Makes the edit, at the end of the drag. */
  commit: (value: T, arg: Arg) => void;
  /** Called for each value on the way, for a preview. */
  change?: (value: T) => unknown;
  /** Called when a drag begins. */
  start?: (pointer: DragPointer, arg: Arg) => void;
  /** Called for a press without a drag. */
  press?: (pointer: DragPointer, arg: Arg) => void;
  /** Called for an arrow key: one step to the right or left, down or up, a large one with Shift; infinitely many for Home and End. */
  nudge?: (step: { x: number; y: number; large: boolean }, arg: Arg) => void;
  /** The surface of the drag, which does not move; by default the surrounding drawing, or the page. */
  surface?: RefObject<Element | null>;
  /** Whether the container scrolls when the pointer is near its edge. */
  scrolls?: boolean;
  axis?: "x" | "y";
  enabled?: boolean;
}

interface Drag {
  handle: Element;
  /** The surface's corner at the beginning. */
  left: number;
  top: number;
  pointer: DragPointer | undefined;
  cancelled: boolean;
  end: () => void;
}

/**
 * Drags something to a value, by mouse, pen, finger or arrow keys. During the drag its value is available as `held` for drawing; Escape cancels
 * without an edit. The handlers go on the handle; their argument identifies one of several handles.
 */
export function useDragValue<T, Arg = undefined>({
  valueAt,
  commit,
  change,
  start,
  press,
  nudge,
  surface,
  scrolls = false,
  ...config
}: Options<T, Arg>) {
  const [held, setHeld] = useState<{ value: T; arg: Arg }>();
  const { begin, end } = useEditing();
  const drag = useRef<Drag>(undefined);
  useEffect(() => () => drag.current?.end(), []);

  const surfaceOf = (target: Element) => surface?.current ?? target.closest("svg") ?? document.documentElement;
  const show = (pointer: DragPointer, arg: Arg) => {
    const value = valueAt(pointer, arg);
    setHeld(value === undefined ? undefined : { value, arg });
    if (value !== undefined) change?.(value);
  };
  const latest = useRef(show);
  useEffect(() => {
    latest.current = show;
  });

  const beginDrag = (handle: Element, arg: Arg, cancel: () => void): Drag => {
    const { left, top } = surfaceOf(handle).getBoundingClientRect();
    const moved = (dy: number) => {
      // The surface was scrolled under a resting pointer.
      if (one.pointer) latest.current((one.pointer = { ...one.pointer, y: one.pointer.y + dy }), arg);
    };
    const stopScrolling = scrolls ? edgeScroller(handle, moved) : () => undefined;
    const onKeyDown = (event: globalThis.KeyboardEvent) => {
      if (event.key !== "Escape") return;
      event.preventDefault();
      event.stopPropagation();
      one.cancelled = true;
      cancel();
    };
    window.addEventListener("keydown", onKeyDown, { capture: true });
    const one: Drag = {
      handle,
      left,
      top,
      pointer: undefined,
      cancelled: false,
      end: () => {
        stopScrolling();
        window.removeEventListener("keydown", onKeyDown, { capture: true });
        drag.current = undefined;
      },
    };
    return one;
  };

  const bindPointer = useDrag<PointerEvent>(
    ({ args, xy, initial, first, last, tap, canceled, event, cancel, ...keys }) => {
      event.stopPropagation();
      const arg = args[0] as Arg;
      const handle = event.currentTarget instanceof Element ? event.currentTarget : (event.target as Element);
      if (first) drag.current = beginDrag(handle, arg, cancel);
      const now = drag.current;
      const box = surfaceOf(now?.handle ?? handle).getBoundingClientRect();
      const pointer = {
        x: xy[0] - box.left,
        y: xy[1] - box.top,
        startX: initial[0] - (now?.left ?? box.left),
        startY: initial[1] - (now?.top ?? box.top),
        width: box.width,
        height: box.height,
        altKey: keys.altKey,
        shiftKey: keys.shiftKey,
        ctrlKey: keys.ctrlKey,
        metaKey: keys.metaKey,
      };
      // A press that did not become a drag.
      if (!now) return tap ? press?.(pointer, arg) : undefined;
      now.pointer = pointer;
      if (first) {
        begin();
        start?.(pointer, arg);
      }
      if (!last && !now.cancelled) return show(pointer, arg);
      now.end();
      setHeld(undefined);
      if (tap) press?.(pointer, arg);
      const value = tap || canceled || now.cancelled ? undefined : valueAt(pointer, arg);
      // Only the final value is an edit.
      return end(() => value !== undefined && commit(value, arg));
    },
    { filterTaps: true, pointer: { keys: false }, ...config },
  );

  const bind = (arg?: Arg) => ({
    ...bindPointer(arg),
    ...(nudge && {
      onKeyDown: (event: KeyboardEvent) => {
        const step = steps[event.key];
        if (!step) return;
        event.preventDefault();
        event.stopPropagation();
        nudge({ ...step, large: event.shiftKey }, arg as Arg);
      },
    }),
  });
  return { held, bind };
}

const steps: Partial<Record<string, { x: number; y: number }>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
  Home: { x: -Infinity, y: 0 },
  End: { x: Infinity, y: 0 },
};

/** A value rounded to a step, within bounds. */
export const snap = (value: number, step: number, least: number, most: number) =>
  Math.max(least, Math.min(most, Math.round(value / step) * step));
