/** The texts of analysis and fitting methods, shared by several views. */
export const words = {
  analysing: (name: string) => `Analysing ${name}: beats and edit points.`,
  notAnalysed: (name: string) => `${name} has not been analysed.`,
  analyse: "Analyse",
  analysisProgress: "Progress of the analysis",
  cancel: "Cancel",
  alreadyHere: (file: string, sound: string) => `${file} is already in this show, as ${sound}.`,
  fitMethods: {
    shorten: { name: "Shorten", does: "ends early, with a fade, at the end of a phrase" },
    loop: { name: "Loop", does: "repeats at the least audible loop point" },
    recut: { name: "Re-cut", does: "removes or repeats passages; the opening and the ending stay" },
    stretch: { name: "Stretch", does: "plays slower or faster at the same pitch" },
    silence: { name: "Silence", does: "plays once, then stays silent" },
  },
  audible: { not: "inaudible", hardly: "barely audible", mayBe: "audible" },
};
