/** What the audience's view says. */
export const words = {
  manualCues: "Manual cues",
  playing: ", playing",
  play: (name: string) => `Play ${name}`,
  enableSound: "Enable sound",
};
