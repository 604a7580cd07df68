import { useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { api, type ShowCard as Card } from "../api/client";
import { useShows } from "../api/queries";
import { NewShow } from "./NewShow";
import { Aside } from "./Aside";
import { ShowCard } from "./ShowCard";
import { ThemeButton } from "./Bar";

/** The first page: a new show from a deck, and the shows there are. */
export function ShowsPage() {
  const { data: shows, error } = useShows();
  const { remove, back, removeForGood } = useRemoval();
  const queries = useQueryClient();
  const copy = async (show: Card) => {
    await api.POST("/api/shows/{id}/duplicate", { params: { path: { id: show.id } } });
    await queries.invalidateQueries({ queryKey: ["shows"] });
  };
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
        {shows?.length === 0 && (
          <p className="muted">There are none yet. Bring in a deck above, and it becomes your first.</p>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(16rem,1fr))] gap-5">
          {shows?.map((show) => (
            <ShowCard key={show.id} show={show} remove={() => void remove(show)} copy={() => void copy(show)} />
          ))}
        </ul>
        <Aside back={back} removeForGood={removeForGood} />
      </main>
    </div>
  );
}

/** Deletes shows: they lie aside, from where one click, here or later, fetches them back. */
function useRemoval() {
  const queries = useQueryClient();
  const anew = () =>
    Promise.all(["shows", "aside"].map((queryKey) => queries.invalidateQueries({ queryKey: [queryKey] })));
  const back = async (id: string) => {
    await api.POST("/api/aside/{id}/back", { params: { path: { id } } });
    await anew();
  };
  const remove = async (show: Card) => {
    await api.DELETE("/api/shows/{id}", { params: { path: { id: show.id } } });
    await anew();
    toast(`“${show.title}” is deleted. It lies aside for thirty days.`, {
      duration: 8000,
      action: { label: "Undo", onClick: () => void back(show.id) },
    });
  };
  const removeForGood = async (show: { id: string; title: string }) => {
    const { data } = await api.DELETE("/api/aside/{id}", { params: { path: { id: show.id } } });
    await anew();
    toast(`“${show.title}” is gone; ${bytes(data?.bytes ?? 0)} of the disk are free again.`);
  };
  return { remove, back, removeForGood };
}

const bytes = (n: number) => (n >= 1e9 ? `${(n / 1e9).toFixed(1)} GB` : `${Math.ceil(n / 1e6)} MB`);
