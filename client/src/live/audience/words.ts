/** The texts of the audience's view. */
export const words = {
  manualCues: "Manual cues",
  playing: ", playing",
  play: (name: string) => `Play ${name}`,
  enableSound: "Enable sound",
};
