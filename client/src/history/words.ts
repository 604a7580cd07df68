/** The texts of history and versions. */
export const words = {
  title: "History",
  changes: "Changes",
  versions: "Versions",
  undoTo: "Undo to here",
  redoTo: "Redo to here",
  earlier: "Show earlier",
  empty: "No changes yet.",
  versionName: "Version name",
  saveVersion: "Save version",
  restore: "Restore",
  aboutVersions: "Save a version to restore it later.",
};
