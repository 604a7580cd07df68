import { Link } from "react-router";
import { useFixAll } from "../api/checks";
import { Overview } from "../strands/Overview";
import { useView } from "../show/openShow";
import { LoadError } from "../ui/LoadError";
import { FindingGroup } from "./FindingGroup";
import { FindingRow } from "./FindingRow";
import { ShowingLine } from "../findings/ShowingLine";
import { useChecks, type Finding } from "../findings/useChecks";
import { counted, grouped, open } from "../findings/words";
import { Status } from "../ui/Status";
import { words } from "./words";

/** The findings, grouped by what to do next. */
export default function ChecksPage() {
  const view = useView();
  const { data, error, isPlaceholderData, refetch } = useChecks(view.id, view.revision);
  return (
    <>
      <main className="bg-base-100 min-h-0 grow overflow-y-auto px-6 py-4" aria-busy={isPlaceholderData}>
        <div className="mx-auto max-w-5xl">
          {error ? (
            <LoadError error={error} retry={() => void refetch()} />
          ) : !data ? (
            <Status className="muted">{words.running}</Status>
          ) : view.show.slides.length === 0 ? (
            <p className="muted mx-auto max-w-90 py-24 text-center">
              {words.empty}{" "}
              <Link className="link" to={`/shows/${view.id}`}>
                {words.addDeck}
              </Link>
            </p>
          ) : (
            <Found findings={data.findings} lookedFor={data.lookedFor} />
          )}
        </div>
      </main>
      <Overview />
    </>
  );
}

function Found({ findings, lookedFor }: { findings: readonly Finding[]; lookedFor: readonly string[] }) {
  const todo = open(findings);
  const left = findings.filter((f) => f.ignored);
  return (
    <>
      <header className="mb-4 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-2xl">{words.title}</h1>
        <ShowingLine />
        <Status className="muted">{todo.length === 0 ? "" : counted(todo)}</Status>
        <FixAll findings={todo} />
      </header>
      {todo.length === 0 && <AllWell lookedFor={lookedFor} left={left.length} />}
      {grouped(findings).map((group) => (
        <FindingGroup key={group.title} {...group} />
      ))}
      {left.length > 0 && (
        <details className="mt-2" data-testid="ignored">
          <summary className="muted cursor-pointer text-sm">{words.ignored(left.length)}</summary>
          <ul className="mt-2">
            {left.map((finding) => (
              <FindingRow key={finding.key} finding={finding} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** Applies all fixes that need no decision, as one edit. */
function FixAll({ findings }: { findings: readonly Finding[] }) {
  const view = useView();
  const fix = useFixAll(view.id);
  const safe = findings.filter((f) => f.found.fixes.some((r) => r.safe)).length;
  if (safe === 0) return null;
  return (
    <button
      type="button"
      className="btn btn-primary btn-sm ml-auto"
      disabled={fix.isPending}
      onClick={() => fix.mutate(undefined)}
    >
      {words.fixAll(safe)}
    </button>
  );
}

function AllWell({ lookedFor, left }: { lookedFor: readonly string[]; left: number }) {
  const view = useView();
  return (
    <div className="py-16 text-center" data-testid="all-well">
      <p className="font-display mb-2 text-xl font-semibold">{words.allWell}</p>
      <p className="muted mx-auto mb-5 max-w-100">{words.passed(lookedFor.length, left)}</p>
      <Link className="btn btn-primary btn-sm" to={`/shows/${view.id}/dry-run`}>
        {words.dryRun}
      </Link>
      <details className="mx-auto mt-8 max-w-140 text-left text-sm">
        <summary className="muted cursor-pointer text-center">{words.whatIsChecked}</summary>
        <ul className="mt-3 list-disc space-y-1 pl-5">
          {lookedFor.map((what) => (
            <li key={what}>{what}</li>
          ))}
        </ul>
      </details>
    </div>
  );
}
