import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ChevronDown, X } from "lucide-react";
import { useState } from "react";
import { answered, api, type Cue } from "../../api/client";
import { keepEdited, say } from "../../api/queries";
import { useOpenShow } from "../../shows/ShowContext";
import { Menu } from "../../ui/Menu";

const kept = ["readymades"];

/** Sets of settings in one click, and back to plain; one's own can be kept. */
export function ReadyMades({ cues }: { cues: readonly Cue[] }) {
  const { view } = useOpenShow();
  const queries = useQueryClient();
  const [naming, setNaming] = useState(false);
  const { data: all } = useQuery({
    queryKey: kept,
    queryFn: async ({ signal }) => answered(await api.GET("/api/readymades", { signal })),
  });
  const [cue, ...more] = cues;
  const apply = (readyMade: string | null) =>
    api
      .POST("/api/shows/{id}/apply", {
        params: { path: { id: view.id } },
        body: { cueIds: cues.map((c) => c.id), readyMade },
      })
      .then((answer) => keepEdited(queries, view.id, answered(answer)))
      .catch(say);
  const keep = (name: string) =>
    cue &&
    api
      .POST("/api/shows/{id}/cues/{cueId}/readymade", {
        params: { path: { id: view.id, cueId: cue.id } },
        body: { name },
      })
      .then(answered)
      .then(() => queries.invalidateQueries({ queryKey: kept }))
      .catch(say);
  const forget = (id: string) =>
    api
      .DELETE("/api/readymades/{id}", { params: { path: { id } } })
      .then(() => queries.invalidateQueries({ queryKey: kept }))
      .catch(say);
  return (
    <>
      <Menu
        className="btn btn-xs"
        words={
          <>
            Ready-made <ChevronDown size={13} aria-hidden="true" />
          </>
        }
      >
        {[...(all?.shipped ?? []), ...(all?.kept ?? [])].map((made) => (
          <li key={made.id} className="flex-row flex-nowrap">
            <button type="button" className="grow" onClick={() => void apply(made.id)}>
              {made.name}
            </button>
            {all?.kept.includes(made) && (
              <button
                type="button"
                className="px-2"
                aria-label={`Forget “${made.name}”`}
                onClick={() => void forget(made.id)}
              >
                <X size={13} />
              </button>
            )}
          </li>
        ))}
        <li>
          <button type="button" className="font-bold" onClick={() => void apply(null)}>
            Back to plain
          </button>
        </li>
        {more.length === 0 && (
          <li className="line-t mt-1 pt-1">
            <button type="button" onClick={() => setNaming(true)}>
              Keep these settings for other cues
            </button>
          </li>
        )}
      </Menu>
      {naming && (
        <input
          className="value w-full"
          autoFocus
          aria-label="Name for these settings"
          placeholder="What they do, then Enter"
          onBlur={() => setNaming(false)}
          onKeyDown={(event) => {
            if (event.key === "Escape") setNaming(false);
            if (event.key !== "Enter" || !event.currentTarget.value.trim()) return;
            void keep(event.currentTarget.value);
            setNaming(false);
          }}
        />
      )}
    </>
  );
}
