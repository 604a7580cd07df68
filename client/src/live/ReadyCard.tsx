import { useState, type ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { Choice } from "../ui/fields";
import type { Manner } from "./Stage";
import { useEdited } from "./revision";
import type { Ready } from "./usePrepared";
import { nothingSounds } from "./words";

interface Props {
  title: string;
  showId: string;
  ready: Ready;
  /** The ways it can go on, in words. */
  ways: readonly (readonly [Manner, string])[];
  /** Whether it stands at the top, beside something else. */
  atTop?: boolean;
  /** What more there is to choose. */
  children?: ReactNode;
  /** What comes by itself: under the buttons, so that they stay where they are. */
  below: ReactNode;
}

/** Before a show begins: how far the fetching has come, what could not be had, from which slide, and the one click that begins it. */
export function ReadyCard({ title, showId, ready, ways, atTop = false, children, below }: Props) {
  const { fraction, problem, prepared, manner, setManner, anew, begin } = ready;
  const edited = useEdited(showId, prepared?.stage.view.revision);
  // Whoever comes here from a slide begins with it.
  const came = (useLocation().state as { from?: string } | null)?.from;
  const [chosen, setPlace] = useState<string>();
  const [refused, setRefused] = useState(false);
  const slides = prepared?.stage.places.flatMap((p, i) => (p.step === 0 ? [{ p, i }] : [])) ?? [];
  const place = chosen ?? `${slides.find(({ p }) => p.slideId === came)?.i ?? 0}`;
  const { sounds, pictures } = prepared?.missing ?? { sounds: [], pictures: [] };
  const titleOf = (id: string) => prepared?.stage.view.show.slides.find((s) => s.id === id)?.title ?? "";
  return (
    <main className={`grid h-full items-start justify-items-center overflow-y-auto p-6 ${atTop ? "" : "pt-[14vh]"}`}>
      <div className="bg-base-100 w-full max-w-140 rounded-xl border border-[var(--line)] p-8">
        <h1 className="mb-4 text-2xl">{title}</h1>
        {problem ? (
          <p role="alert">{problem}</p>
        ) : !prepared ? (
          <div role="status">
            <p className="mb-2">Fetching all slides and sounds, so that nothing is missing once it begins.</p>
            <progress
              className="progress progress-primary w-full"
              value={fraction}
              max={1}
              aria-label="How far the fetching has come"
            />
          </div>
        ) : (
          <>
            {sounds.length + pictures.length > 0 ? (
              <div role="alert" className="border-warning mb-4 rounded-md border px-3 py-2">
                {sounds.length > 0 && <p>{sounds.join(", ")} could not be fetched and will not sound.</p>}
                {pictures.length > 0 && <p>The picture of {pictures.join(", ")} could not be fetched.</p>}
                <p className="mb-2">Try again, or begin without.</p>
                <button type="button" className="btn btn-sm" onClick={prepared.again}>
                  Try again
                </button>
              </div>
            ) : (
              <p className="mb-4" data-testid="ready">
                Ready. All of it is here: it goes on even if the server is lost.
              </p>
            )}
            {prepared.stage.view.shownElsewhere && (
              <p role="alert" className="border-warning mb-4 rounded-md border px-3 py-2">
                This show is being presented on another page too. Each sounds by itself: end the other one if that is
                not meant.
              </p>
            )}
            <p className="mb-3">
              From{" "}
              <Choice
                label="From slide"
                value={place}
                options={slides.map(({ p, i }) => [`${i}`, `${p.number} · ${titleOf(p.slideId)}`] as const)}
                commit={setPlace}
                width="20rem"
              />
            </p>
            <p className="mb-3">
              Goes on <Choice label="Goes on" value={manner} options={ways} commit={setManner} />
            </p>
            {children}
            {refused && (
              <p role="alert" className="mb-3">
                {nothingSounds}
              </p>
            )}
            <div className="mt-5 flex items-center gap-3">
              <button
                type="button"
                className="btn btn-primary btn-lg"
                onClick={() => void begin(Number(place)).then((sounds) => setRefused(!sounds))}
              >
                Begin
              </button>
              <Link className="btn btn-ghost" to={`/shows/${showId}`}>
                Back to the run sheet
              </Link>
            </div>
            {edited && (
              <div role="alert" className="border-warning mt-5 rounded-md border px-3 py-2">
                <p className="mb-2">The show was edited since: what is ready is the show as it was.</p>
                <button type="button" className="btn btn-sm" onClick={anew}>
                  Fetch it as it is now
                </button>
              </div>
            )}
            <div className="mt-5">{below}</div>
          </>
        )}
      </div>
    </main>
  );
}
