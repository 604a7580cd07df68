/** The lowest and highest level of a cue in decibels; the server enforces the same (`LeastLevelDb` and `GreatestLevelDb` of its `Cue`). */
export const [leastDb, greatestDb] = [-60, 24];
