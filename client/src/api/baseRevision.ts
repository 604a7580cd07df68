let base: number | undefined;

/**
 * Runs something with a base revision other than the latest: the one the user looked at when they began to type or drag. Edits made in it are
 * checked against that revision, so that what somebody else changed meanwhile is not overwritten without a word.
 */
export function withBaseRevision(revision: number | undefined, act: () => void) {
  const before = base;
  base = revision;
  try {
    act();
  } finally {
    base = before;
  }
}

/** The revision that edits are made on; undefined for the latest. */
export const baseRevision = () => base;
