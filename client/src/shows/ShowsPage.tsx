import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { api, type ShowCard as Card } from "../api/client";
import { useShows } from "../api/queries";
import { NewShow } from "./NewShow";
import { ShowCard } from "./ShowCard";
import { ThemeButton } from "./ShowLayout";

/** The first page: a new show from a deck, and the shows there are. */
export function ShowsPage() {
  const { data: shows, error } = useShows();
  const { leaving, remove } = useRemoval();
  const there = shows?.filter((show) => !leaving.has(show.id));
  return (
    <div className="mx-auto max-w-6xl px-8 py-8">
      <header className="mb-8 flex items-baseline justify-between">
        <div>
          <h1 className="text-primary text-3xl">Phonaris</h1>
          <p className="muted mt-1">Music and sound for slides: placed, fitted, heard and handed over.</p>
        </div>
        <ThemeButton />
      </header>
      <main>
        <NewShow />
        <h2 className="mt-10 mb-4 text-xl">Your shows</h2>
        {error && <p role="alert">Phonaris does not answer. Start it with ./phonaris serve, then reload this page.</p>}
        {there?.length === 0 && (
          <p className="muted">There are none yet. Bring in a deck above, and it becomes your first.</p>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(16rem,1fr))] gap-5">
          {there?.map((show) => (
            <ShowCard key={show.id} show={show} remove={() => remove(show)} />
          ))}
        </ul>
      </main>
    </div>
  );
}

/** Deletes a show once the time to undo is over; leaving the page before that keeps it. */
function useRemoval() {
  const queries = useQueryClient();
  const [leaving, setLeaving] = useState<ReadonlySet<string>>(new Set());
  const settle = (id: string) => setLeaving((all) => new Set([...all].filter((other) => other !== id)));
  const finish = async (id: string) => {
    await api.DELETE("/api/shows/{id}", { params: { path: { id } } });
    await queries.invalidateQueries({ queryKey: ["shows"] });
    settle(id);
  };
  const remove = (show: Card) => {
    setLeaving((all) => new Set([...all, show.id]));
    toast(`“${show.title}” is deleted`, {
      duration: 8000,
      action: { label: "Undo", onClick: () => settle(show.id) },
      onAutoClose: () => void finish(show.id),
    });
  };
  return { leaving, remove };
}
