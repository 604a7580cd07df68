/** The lowest and the highest level of a cue in decibels; the server refuses others (`LeastLevelDb` and `GreatestLevelDb` of its `Cue`). */
export const [leastDb, greatestDb] = [-60, 24];
