const controls = "button, a[href], summary, audio, video, dialog, [role=slider], [role=menuitem]";
const rows = "[data-title], [data-cue]";

/**
 * Whether a key belongs to the control it was pressed on. The rows and strands of the sheet are chosen with Enter, so that there the space
 * bar still plays.
 */
export function isForControl(event: KeyboardEvent): boolean {
  const { target } = event;
  return target instanceof Element && !!target.closest(controls) && !target.closest(rows);
}

/** Whether a key was pressed within a dialog. */
export const isInDialog = (event: KeyboardEvent) => event.target instanceof Element && !!event.target.closest("dialog");
