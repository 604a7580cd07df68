import { HelpLink } from "../../ui/HelpLink";
import { useEffect, useState, type ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { Select } from "../../ui/fields";
import type { AdvanceMode } from "../engine/Stage";
import { useEdited } from "./revision";
import type { Prepared } from "../engine/prepare";
import type { RunFiles } from "../engine/RunFiles";
import type { UnfinishedRun } from "../engine/runMemory";
import { useLoadState } from "../engine/useLoadState";
import type { Ready } from "./usePrepared";
import { framesOfMs, shortTime } from "../../ui/format";
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

/** Before a show begins: what is loaded and what is missing, the first slide, and the button to begin. */
export function ReadyCard(props: Props) {
  const { title, atTop = false, ready } = props;
  return (
    <main
      className={`grid h-full grid-cols-1 items-start justify-items-center overflow-y-auto p-6 max-sm:p-2 ${atTop ? "" : "pt-[14vh]"}`}
    >
      <div className="bg-base-100 w-full max-w-140 rounded-xl border border-[var(--line)] p-8 max-sm:p-4">
        <div className="mb-4 flex items-start justify-between">
          <h1 className="text-2xl">{title}</h1>
          <HelpLink />
        </div>
        {ready.prepared?.resumes ? (
          <Unfinished ready={ready} prepared={ready.prepared} run={ready.prepared.resumes} />
        ) : ready.prepared ? (
          <Loaded {...props} prepared={ready.prepared} />
        ) : (
          <Creating ready={ready} says={words.loading} again={words.tryAgain} />
        )}
      </div>
    </main>
  );
}

/** An unfinished run: resuming it is the first button. */
function Unfinished({ ready, prepared, run }: { ready: Ready; prepared: Prepared; run: UnfinishedRun }) {
  const { isReady, fraction } = useLoadState(prepared.files);
  const { at, beganMs, now } = run.stage;
  const number = prepared.stage.places[now.place]?.number ?? 1;
  return (
    <>
      <p className="mb-4">{words.unfinished}</p>
      {!isReady && (
        <div className="mb-4">
          <Progress says={words.loading} value={fraction} />
        </div>
      )}
      <BeginButton
        ready={ready}
        place={now.place}
        disabled={!isReady}
        label={words.resumeAt(number, shortTime(framesOfMs(at.timeMs - beganMs)))}
      >
        <button type="button" className="btn btn-ghost" onClick={ready.startOver}>
          {words.startOver}
        </button>
      </BeginButton>
    </>
  );
}

function Loaded({ showId, prepared, ready, ways, waits = false, children, below }: Props & { prepared: Prepared }) {
  const { advanceMode, setAdvanceMode } = ready;
  const { stage, files } = prepared;
  const edited = useEdited(showId, stage.view.revision);
  const { isReady } = useLoadState(files);
  // Coming from a slide, the show begins with it.
  const came = (useLocation().state as { from?: string } | null)?.from;
  const [chosen, choose] = useState<string>();
  const slides = stage.places.flatMap((p, i) => (p.step === 0 ? [{ p, i }] : []));
  const place = slides.find(({ p }) => p.slideId === (chosen ?? came)) ?? slides[0];
  const titleOf = (id: string) => stage.view.show.slides.find((s) => s.id === id)?.title ?? "";
  const at = place?.i ?? 0;
  useEffect(() => files.load(at), [files, at]);
  return (
    <>
      <FilesLoaded files={files} />
      {stage.view.shownElsewhere && (
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
        {words.advance} <Select label={words.advance} value={advanceMode} options={ways} commit={setAdvanceMode} />
      </p>
      {children}
      <BeginButton ready={ready} place={at} disabled={!isReady || waits} label={words.begin}>
        <Link className="btn btn-ghost" to={`/shows/${showId}`}>
          {words.backToSheet}
        </Link>
      </BeginButton>
      {edited && (
        <div role="alert" className="border-warning mt-5 rounded-md border px-3 py-2">
          <p className="mb-2">{words.changed}</p>
          <Creating ready={ready} says={words.loadingNew} again={words.loadNew} />
        </div>
      )}
      <div className="mt-5">{below}</div>
    </>
  );
}

interface BeginButtonProps {
  ready: Ready;
  /** The step to begin at. */
  place: number;
  disabled: boolean;
  label: string;
  /** What can be done instead. */
  children: ReactNode;
}

/** The button that begins, and the reason if the browser blocks the sound. */
function BeginButton({ ready, place, disabled, label, children }: BeginButtonProps) {
  const [refused, setRefused] = useState(false);
  const [beginning, setBeginning] = useState(false);
  return (
    <>
      {refused && (
        <p role="alert" className="mb-3">
          {nothingSounds}
        </p>
      )}
      <div className="mt-5 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="btn btn-primary btn-lg"
          data-testid="begin"
          disabled={disabled || beginning}
          onClick={() => {
            setBeginning(true);
            void ready
              .begin(place)
              .then((sounds) => setRefused(!sounds))
              .finally(() => setBeginning(false));
          }}
        >
          {label}
        </button>
        {children}
      </div>
    </>
  );
}

/** How far a run is loaded, and what could not be. */
function FilesLoaded({ files }: { files: RunFiles }) {
  const { fraction, isReady, isComplete, missing, problem } = useLoadState(files);
  const { sounds, pictures } = missing;
  // Of one height, so that the buttons below stay where they are.
  if (!isComplete || sounds.length + pictures.length === 0)
    return (
      <div className="mb-4 min-h-13">
        {isComplete ? (
          <p data-testid="ready">{words.ready}</p>
        ) : (
          <Progress says={isReady ? words.loadingRest : words.loading} value={fraction} />
        )}
      </div>
    );
  return (
    <div role="alert" className="border-warning mb-4 rounded-md border px-3 py-2">
      {problem && <p>{problem}</p>}
      {sounds.length > 0 && <p>{words.soundsMissing(sounds.join(", "))}</p>}
      {pictures.length > 0 && <p>{words.picturesMissing(pictures.join(", "))}</p>}
      <p className="mb-2">{words.tryOrBegin}</p>
      <button type="button" className="btn btn-sm" onClick={() => files.retry()}>
        {words.tryAgain}
      </button>
    </div>
  );
}

interface CreatingProps {
  ready: Ready;
  /** The text while it is created. */
  says: string;
  /** The label of the button that begins. */
  again: string;
}

/** A run that is being created or, if that failed, the reason with a retry button. */
function Creating({ ready: { creating, problem, loadShow }, says, again }: CreatingProps) {
  if (creating) return <Progress says={says} />;
  return (
    <>
      {problem && (
        <p role="alert" className="mb-2">
          {problem}
        </p>
      )}
      <button type="button" className="btn btn-sm" onClick={loadShow}>
        {again}
      </button>
    </>
  );
}

/** A progress bar with its text; without a value, it only shows that something is going on. */
function Progress({ says, value }: { says: string; value?: number }) {
  return (
    <>
      <Status className="mb-2">{says}</Status>
      <progress className="progress progress-primary w-full" value={value} max={1} aria-label={words.loadProgress} />
    </>
  );
}
