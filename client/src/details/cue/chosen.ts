import { changeCues } from "../../api/changes";
import type { Cue, Edit } from "../../api/client";
import { useOpenShow } from "../../show/openShow";

/** The common value of some cues, or undefined where they differ. */
export function common<T>(cues: readonly Cue[], of: (cue: Cue) => T): T | undefined {
  const [first, ...more] = cues.map(of);
  return more.every((value) => value === first) ? first : undefined;
}

/** Edits one or several cues. */
export function useEditEach(cues: readonly Cue[]) {
  const { edit } = useOpenShow();
  return (make: (cue: Cue) => Edit, what: string) =>
    edit(
      changeCues(
        cues.map((c) => c.id),
        make,
        what,
      ),
    );
}
