/** The texts of fields shared by several views. */
export const words = {
  attack: "Attack",
  hold: "Hold",
  release: "Release",
  depth: "Depth",
  fromTargets: "from targets",
  ducking: (field: string, of: string) => `${field}, ${of}`,
  shortest: "Shortest hold",
  longest: "Longest hold",
  usualShortest: "1 s",
  anyLength: "any",
  noLimits: "Clear limits",
  locked: "locked",
  apply: "Apply these holds",
};
