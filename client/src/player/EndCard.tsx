import { Credits } from "./Credits";
import type { PlayerData } from "./data";
import { words } from "./words";

/** After the end: the credits, and a button to start again. */
export function EndCard({ data, again }: { data: PlayerData; again: () => void }) {
  return (
    <main className="mx-auto grid min-h-screen max-w-150 content-center p-6">
      <h1 className="mb-2 text-3xl">{data.title}</h1>
      {data.credits.length > 0 && (
        <section aria-label={words.credits} className="mb-5">
          <h2 className="text-lg">{words.sounds}</h2>
          <Credits data={data} />
        </section>
      )}
      <p>
        <button type="button" className="btn btn-primary" onClick={again}>
          {words.again}
        </button>
      </p>
    </main>
  );
}
