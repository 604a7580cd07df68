/** Text fields: keys, copy and paste belong to them. */
export const textField =
  "input:not([type=checkbox], [type=radio], [type=range], [type=color]), textarea, [contenteditable]";

/** Dialogs and menus, which take over the keyboard. */
export const layer = "[role=dialog], [role=menu]";

/** Whether an event occurs in a dialog, a menu or a text field, which handle it themselves. */
export const isInFieldOrDialog = (event: Event) =>
  event.target instanceof Element && event.target.closest(`${layer}, ${textField}`) !== null;
