import { useQueryClient } from "@tanstack/react-query";
import { checkedRevision } from "../../api/checks";
import type { Cue } from "../../api/client";
import { useFindings } from "../../findings/useChecks";
import { useOpenShow, useView } from "../../show/openShow";

/** The findings about a cue, each with its first fix. */
export function Warnings({ cue }: { cue: Cue }) {
  const view = useView();
  const { edit } = useOpenShow();
  const queries = useQueryClient();
  return useFindings(view.id, view.revision)
    .filter(({ found, ignored }) => found.cueIds.includes(cue.id) && !ignored)
    .map(({ key, found }) => (
      <div key={key} role="note" className="border-warning mb-2 rounded-md border px-2.5 py-1.5 text-sm leading-snug">
        {found.sentence}{" "}
        {found.fixes.slice(0, 1).map((fix) => (
          <button
            key={fix.words}
            type="button"
            className="text-primary cursor-pointer font-semibold underline decoration-dotted"
            onClick={() => edit(fix.edit, checkedRevision(queries, view.id))}
          >
            {fix.words}
          </button>
        ))}
      </div>
    ));
}
