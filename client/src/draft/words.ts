/** What the first draft says. */
export const words = {
  title: "First draft",
  reading: "Comparing names, lengths and music…",
  apply: "Apply",
  cancel: "Cancel",
  more: "Levels meet their targets, and beds duck under voices. One undo takes all of it back.",
};
