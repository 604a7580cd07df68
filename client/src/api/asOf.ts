let looking: number | undefined;

/**
 * Does something on behalf of a person who began it on an earlier revision of the show, as by typing or dragging: the edits that are made in
 * it were made on that. What somebody else changed meanwhile is then told, not written over.
 */
export function asOf(revision: number | undefined, act: () => void) {
  const before = looking;
  looking = revision;
  try {
    act();
  } finally {
    looking = before;
  }
}

/** The revision that is acted on; undefined for what is shown now. */
export const lookedAt = () => looking;
