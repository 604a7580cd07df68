import { useQuery, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useState } from "react";
import { answered, api, type Cue } from "../../api/client";
import { keepEdited, say } from "../../api/queries";
import { useOpenShow } from "../../shows/ShowContext";
import { Topic } from "../Sentence";

const kept = ["readymades"];

/** Sets of settings in one click, and back to plain; one's own can be kept. */
export function ReadyMades({ cue }: { cue: Cue }) {
  const { view } = useOpenShow();
  const queries = useQueryClient();
  const [naming, setNaming] = useState(false);
  const { data: all } = useQuery({
    queryKey: kept,
    queryFn: async () => answered(await api.GET("/api/readymades")),
  });
  const path = { id: view.id, cueId: cue.id };
  const apply = (readyMade?: string) =>
    api
      .POST("/api/shows/{id}/cues/{cueId}/apply", { params: { path, query: readyMade ? { readyMade } : {} } })
      .then((answer) => keepEdited(queries, view.id, answered(answer)))
      .catch(say);
  const keep = (name: string) =>
    api
      .POST("/api/shows/{id}/cues/{cueId}/readymade", { params: { path }, body: { name } })
      .then(answered)
      .then(() => queries.invalidateQueries({ queryKey: kept }))
      .catch(say);
  const forget = (id: string) =>
    api
      .DELETE("/api/readymades/{id}", { params: { path: { id } } })
      .then(() => queries.invalidateQueries({ queryKey: kept }))
      .catch(say);
  return (
    <Topic title="In one click">
      <div className="flex flex-wrap gap-1">
        {[...(all?.shipped ?? []), ...(all?.kept ?? [])].map((made) => (
          <button key={made.id} type="button" className="btn btn-xs font-normal" onClick={() => void apply(made.id)}>
            {made.name}
          </button>
        ))}
        <button type="button" className="btn btn-xs" onClick={() => void apply()}>
          Back to plain
        </button>
      </div>
      {(all?.kept ?? []).map((made) => (
        <button
          key={made.id}
          type="button"
          className="muted flex cursor-pointer items-center gap-1 text-xs"
          onClick={() => void forget(made.id)}
        >
          <X size={12} /> Forget “{made.name}”
        </button>
      ))}
      {naming ? (
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
      ) : (
        <button
          type="button"
          className="muted cursor-pointer text-xs underline decoration-dotted"
          onClick={() => setNaming(true)}
        >
          Keep these settings for other cues
        </button>
      )}
    </Topic>
  );
}
