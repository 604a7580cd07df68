import { HelpLink } from "../../ui/HelpLink";
import { useState, type ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { Select } from "../../ui/fields";
import type { AdvanceMode } from "../engine/Stage";
import { useEdited } from "./revision";
import type { Loading, Ready } from "./usePrepared";
import { nothingSounds } from "../engine/words";
import { Status } from "../../ui/Status";
import { words } from "./words";

interface Props {
  title: string;
  showId: string;
  ready: Ready;
  /** The ways to advance, with their names. */
  ways: readonly (readonly [AdvanceMode, string])[];
  /** Whether it is at the top, beside something else. */
  atTop?: boolean;
  /** Whether something must finish before it can begin. */
  waits?: boolean;
  /** Further options. */
  children?: ReactNode;
  /** Content that appears on its own: below the buttons, so that they do not move. */
  below: ReactNode;
}

/** Before a show begins: the download progress, failures, the first slide, and the button to begin. */
export function ReadyCard({ title, showId, ready, ways, atTop = false, waits = false, children, below }: Props) {
  const { loading, prepared, advanceMode, setAdvanceMode, begin } = ready;
  const edited = useEdited(showId, prepared?.stage.view.revision);
  // Coming from a slide, the show begins with it.
  const came = (useLocation().state as { from?: string } | null)?.from;
  const [chosen, choose] = useState<string>();
  const [refused, setRefused] = useState(false);
  const [beginning, setBeginning] = useState(false);
  const slides = prepared?.stage.places.flatMap((p, i) => (p.step === 0 ? [{ p, i }] : [])) ?? [];
  const place = slides.find(({ p }) => p.slideId === (chosen ?? came)) ?? slides[0];
  const { sounds, pictures } = prepared?.missing ?? { sounds: [], pictures: [] };
  const titleOf = (id: string) => prepared?.stage.view.show.slides.find((s) => s.id === id)?.title ?? "";
  return (
    <main
      className={`grid h-full grid-cols-1 items-start justify-items-center overflow-y-auto p-6 max-sm:p-2 ${atTop ? "" : "pt-[14vh]"}`}
    >
      <div className="bg-base-100 w-full max-w-140 rounded-xl border border-[var(--line)] p-8 max-sm:p-4">
        <div className="mb-4 flex items-start justify-between">
          <h1 className="text-2xl">{title}</h1>
          <HelpLink />
        </div>
        {!prepared ? (
          <Fetching loading={loading} says={words.loading} again={words.tryAgain} start={ready.fetchShow} />
        ) : (
          <>
            {sounds.length + pictures.length > 0 ? (
              <div role="alert" className="border-warning mb-4 rounded-md border px-3 py-2">
                {sounds.length > 0 && <p>{words.soundsMissing(sounds.join(", "))}</p>}
                {pictures.length > 0 && <p>{words.picturesMissing(pictures.join(", "))}</p>}
                <Fetching
                  loading={loading?.what === "missing" ? loading : undefined}
                  says={words.loadingMissing}
                  asked={words.tryOrBegin}
                  again={words.tryAgain}
                  start={ready.fetchMissing}
                />
              </div>
            ) : (
              <p className="mb-4" data-testid="ready">
                {words.ready}
              </p>
            )}
            {prepared.stage.view.shownElsewhere && (
              <p role="alert" className="border-warning mb-4 rounded-md border px-3 py-2">
                {words.presentedElsewhere}
              </p>
            )}
            <p className="mb-3">
              {words.from}{" "}
              <Select
                label={words.fromSlide}
                value={place?.p.slideId ?? ""}
                options={slides.map(({ p }) => [p.slideId, `${p.number} · ${titleOf(p.slideId)}`] as const)}
                commit={choose}
                width="20rem"
              />
            </p>
            <p className="mb-3">
              {words.advance}{" "}
              <Select label={words.advance} value={advanceMode} options={ways} commit={setAdvanceMode} />
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
                disabled={waits || beginning}
                onClick={() => {
                  setBeginning(true);
                  void begin(place?.i ?? 0)
                    .then((sounds) => setRefused(!sounds))
                    .finally(() => setBeginning(false));
                }}
              >
                {words.begin}
              </button>
              <Link className="btn btn-ghost" to={`/shows/${showId}`}>
                {words.backToSheet}
              </Link>
            </div>
            {edited && (
              <div role="alert" className="border-warning mt-5 rounded-md border px-3 py-2">
                <p className="mb-2">{words.changed}</p>
                <Fetching
                  loading={loading?.what === "show" ? loading : undefined}
                  says={words.loadingNew}
                  again={words.loadNew}
                  start={ready.fetchShow}
                />
              </div>
            )}
            <div className="mt-5">{below}</div>
          </>
        )}
      </div>
    </main>
  );
}

interface FetchingProps {
  loading: Loading | undefined;
  /** The text while loading, and before. */
  says: string;
  asked?: string;
  /** The label of the button that begins. */
  again: string;
  start: () => void;
}

/** A download's progress or, if it failed, the reason with a retry button. */
function Fetching({ loading, says, asked, again, start }: FetchingProps) {
  if (loading && !loading.problem)
    return (
      <div>
        <Status className="mb-2">{says}</Status>
        <progress
          className="progress progress-primary w-full"
          value={loading.fraction}
          max={1}
          aria-label={words.loadProgress}
        />
      </div>
    );
  return (
    <>
      {loading && (
        <p role="alert" className="mb-2">
          {loading.problem}
        </p>
      )}
      {asked && <p className="mb-2">{asked}</p>}
      <button type="button" className="btn btn-sm" onClick={start}>
        {again}
      </button>
    </>
  );
}
