/** The texts of a draft. */
export const words = {
  title: "First draft",
  reading: "Comparing names, lengths and music…",
  apply: "Apply",
  cancel: "Cancel",
  more: "Levels meet their targets, and beds duck under voices. Undo reverts all of it.",
};
