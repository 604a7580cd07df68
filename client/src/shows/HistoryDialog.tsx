import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answered, api, type ShowView } from "../api/client";
import { keepEdited, say } from "../api/queries";
import { Dialog } from "../ui/Dialog";

/** What was done to a show, line by line, to wind back and forth; and its versions kept under a name. */
export function HistoryDialog({ view, close }: { view: ShowView; close: () => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const id = { id: view.id };
  const { data: lines = [] } = useQuery({
    queryKey: ["history", view.id, view.revision],
    queryFn: async ({ signal }) => answered(await api.GET("/api/shows/{id}/history", { params: { path: id }, signal })),
    placeholderData: keepPreviousData,
  });
  const { data: versions = [] } = useQuery({
    queryKey: ["versions", view.id],
    queryFn: async ({ signal }) =>
      answered(await api.GET("/api/shows/{id}/versions", { params: { path: id }, signal })),
  });
  const wind = (position: number) =>
    api
      .POST("/api/shows/{id}/wind", { params: { path: id, query: { position } } })
      .then((answer) => keepEdited(queries, view.id, answered(answer)))
      .catch(say);
  const keep = () =>
    api
      .POST("/api/shows/{id}/versions", { params: { path: id }, body: { name } })
      .then((answer) => {
        queries.setQueryData(["versions", view.id], answered(answer));
        setName("");
      })
      .catch(say);
  const goBack = (versionId: string) =>
    api
      .POST("/api/shows/{id}/versions/{versionId}/goback", { params: { path: { ...id, versionId } } })
      .then((answer) => keepEdited(queries, view.id, answered(answer)))
      .catch(say);
  return (
    <Dialog title="What was done" close={close} wide>
      <div className="grid grid-cols-[1fr_17rem] gap-6">
        <ol className="max-h-[60vh] overflow-y-auto" aria-label="History">
          {lines.toReversed().map((line) => (
            <li key={line.position} className="line-b flex items-baseline gap-3 py-1">
              <span className={`grow ${line.applied ? "" : "muted line-through"}`}>{line.sentence}</span>
              <button
                type="button"
                className="btn btn-ghost btn-xs shrink-0"
                onClick={() => void wind(line.applied ? line.position - 1 : line.position)}
              >
                {line.applied ? "Back to before" : "Do it again"}
              </button>
            </li>
          ))}
          {lines.length === 0 && <li className="muted">Nothing was changed yet.</li>}
        </ol>
        <section aria-label="Versions">
          <h3 className="mb-2 text-base">Versions</h3>
          <form
            className="mb-3 flex gap-1.5"
            onSubmit={(event) => {
              event.preventDefault();
              void keep();
            }}
          >
            <input
              className="value min-w-0 grow"
              aria-label="Name of the version"
              placeholder="Name it as it is now"
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <button type="submit" className="btn btn-primary btn-sm" disabled={!name.trim()}>
              Keep
            </button>
          </form>
          <ul className="space-y-1.5">
            {versions.map((version) => (
              <li key={version.id} className="flex items-baseline justify-between gap-2">
                <span className="min-w-0 truncate" title={new Date(version.createdAt).toLocaleString()}>
                  {version.name}
                </span>
                <button type="button" className="btn btn-xs" onClick={() => void goBack(version.id)}>
                  Go back to it
                </button>
              </li>
            ))}
          </ul>
          {versions.length === 0 && (
            <p className="muted text-sm">Keep the show as it is under a name, and go back to it whenever you like.</p>
          )}
        </section>
      </div>
    </Dialog>
  );
}
