import { toast } from "sonner";
import type { ShowCard as Card } from "../api/client";
import { useDeletePermanently, useDeleteShow, useDuplicateShow, useRestoreShow, useShows } from "../api/shows";
import { MachineNotice } from "./MachineNotice";
import { NewShow } from "./NewShow";
import { Trash } from "./Trash";
import { ShowCard } from "./ShowCard";
import { HelpLink } from "../ui/HelpLink";
import { ThemeButton } from "../ui/ThemeButton";
import { words } from "./words";

/** The first page: a new show from a deck, and the list of shows. */
export function ShowsPage() {
  const { data: shows, error } = useShows();
  const { remove, restore, deletePermanently } = useRemoval();
  const duplicate = useDuplicateShow();
  return (
    <div className="mx-auto max-w-6xl px-8 py-8">
      <header className="mb-8 flex items-baseline justify-between">
        <div>
          <h1 className="text-primary text-3xl">{words.product}</h1>
          <p className="muted mt-1">{words.about}</p>
        </div>
        <span className="flex gap-1">
          <HelpLink />
          <ThemeButton />
        </span>
      </header>
      <main>
        <MachineNotice />
        <NewShow />
        <h2 className="mt-10 mb-4 text-xl">{words.yourShows}</h2>
        {error && <p role="alert">{words.notResponding}</p>}
        {shows?.length === 0 && <p className="muted">{words.empty}</p>}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(16rem,1fr))] gap-5">
          {shows?.map((show) => (
            <ShowCard key={show.id} show={show} remove={() => remove(show)} copy={() => duplicate.mutate(show.id)} />
          ))}
        </ul>
        <Trash restore={restore} deletePermanently={deletePermanently} />
      </main>
    </div>
  );
}

/** Deletes shows: they move to the trash and can be restored with one click. */
function useRemoval() {
  const deletion = useDeleteShow();
  const restoring = useRestoreShow();
  const permanently = useDeletePermanently();
  const restore = (id: string) => restoring.mutate(id);
  const remove = (show: Card) =>
    deletion.mutate(show.id, {
      onSuccess: () =>
        toast(words.deleted(show.title), {
          duration: 8000,
          action: { label: words.undo, onClick: () => restore(show.id) },
        }),
    });
  const deletePermanently = (show: { id: string; title: string }) =>
    permanently.mutate(show.id, {
      onSuccess: (freed) => toast(words.deletedPermanently(show.title, bytes(freed.bytes))),
    });
  return { remove, restore, deletePermanently };
}

const bytes = (n: number) => (n >= 1e9 ? `${(n / 1e9).toFixed(1)} GB` : `${Math.ceil(n / 1e6)} MB`);
