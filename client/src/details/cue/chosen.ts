import type { Cue, Edit } from "../../api/client";
import { useOpenShow } from "../../shows/ShowContext";

/** What something is of all of some cues, or undefined where they differ. */
export function common<T>(cues: readonly Cue[], of: (cue: Cue) => T): T | undefined {
  const [first, ...more] = cues.map(of);
  return more.every((value) => value === first) ? first : undefined;
}

/** Edits one cue, or several of them at once; what is done to several is said in the history in some words. */
export function useEditEach(cues: readonly Cue[]) {
  const { edit } = useOpenShow();
  return (make: (cue: Cue) => Edit, what: string) => {
    const [first, ...more] = cues.map(make);
    if (first)
      edit(
        more.length === 0 ? first : { kind: "several", edits: [first, ...more], what: `${cues.length} cues: ${what}` },
      );
  };
}
