import { useQuery } from "@tanstack/react-query";
import { answered, api, type Schemas } from "../api/client";

type ShowAside = Schemas["ShowAside"];

interface Props {
  back: (id: string) => Promise<void>;
  removeForGood: (show: ShowAside) => Promise<void>;
}

/** The shows that were deleted: they can be fetched back until their time is over, or be removed for good before. */
export function Aside({ back, removeForGood }: Props) {
  const { data: shows = [] } = useQuery({
    queryKey: ["aside"],
    queryFn: async ({ signal }) => answered(await api.GET("/api/aside", { signal })),
  });
  if (shows.length === 0) return null;
  return (
    <details className="mt-10">
      <summary className="cursor-pointer text-lg font-semibold">
        Deleted shows <span className="muted font-normal">({shows.length})</span>
      </summary>
      <ul className="mt-3 divide-y divide-[var(--line)]">
        {shows.map((show) => (
          <li key={show.id} className="flex flex-wrap items-center gap-3 py-2">
            <span className="min-w-0 grow truncate" title={show.title}>
              {show.title}
            </span>
            <span className="muted text-sm">
              kept until {new Date(show.goneAt).toLocaleDateString([], { dateStyle: "long" })}
            </span>
            <button type="button" className="btn btn-sm" onClick={() => void back(show.id)}>
              Fetch it back
            </button>
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => void removeForGood(show)}>
              Remove for good
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
