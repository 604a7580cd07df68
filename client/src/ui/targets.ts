/** Fields into which text is typed: keys, copying and pasting are theirs. */
export const textField =
  "input:not([type=checkbox], [type=radio], [type=range], [type=color]), textarea, [contenteditable]";

/** What lies over the page and has the keys for itself. */
export const layer = "[role=dialog], [role=menu]";

/** Whether something happens in a dialog, a menu or a text field, which deal with it themselves. */
export const isInFieldOrDialog = (event: Event) =>
  event.target instanceof Element && event.target.closest(`${layer}, ${textField}`) !== null;
