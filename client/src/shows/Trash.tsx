import type { Schemas } from "../api/client";
import { useTrash } from "../api/shows";
import { words } from "./words";

type DeletedShow = Schemas["DeletedShow"];

interface Props {
  restore: (id: string) => void;
  deletePermanently: (show: DeletedShow) => void;
}

/** The deleted shows, to restore or to delete permanently. */
export function Trash({ restore, deletePermanently }: Props) {
  const { data: shows = [] } = useTrash();
  if (shows.length === 0) return null;
  return (
    <details className="mt-10">
      <summary className="cursor-pointer text-lg font-semibold">
        {words.trash} <span className="muted font-normal">({shows.length})</span>
      </summary>
      <ul className="mt-3 divide-y divide-[var(--line)]">
        {shows.map((show) => (
          <li key={show.id} className="flex flex-wrap items-center gap-3 py-2">
            <span className="min-w-0 grow truncate" title={show.title}>
              {show.title}
            </span>
            <span className="muted text-sm">
              {words.deletedOn(new Date(show.goneAt).toLocaleDateString([], { dateStyle: "long" }))}
            </span>
            <button type="button" className="btn btn-sm" onClick={() => restore(show.id)}>
              {words.restore}
            </button>
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => deletePermanently(show)}>
              {words.deletePermanently}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
