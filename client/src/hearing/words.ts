/** The texts shown in place of a view that failed. */
export const words = {
  notLoaded: "This view couldn’t be loaded",
  notLoadedWhy: "Phonaris isn’t responding, or was updated. Saved changes are safe.",
  stopped: "This view stopped working",
  stoppedWhy: "This is a fault in Phonaris. Saved changes are safe.",
  reload: "Reload this view",
  stopSound: "Stop the sound",
  details: "What happened",
  seekKeys: "Arrow keys move by five seconds",
};
