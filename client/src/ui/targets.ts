/** Fields into which text is typed: keys, copying and pasting are theirs. */
export const textField =
  "input:not([type=checkbox], [type=radio], [type=range], [type=color]), textarea, [contenteditable]";

/** Whether something happens in a dialog or in a text field, which deal with it themselves. */
export const isInFieldOrDialog = (event: Event) =>
  event.target instanceof Element && event.target.closest(`dialog, ${textField}`) !== null;
