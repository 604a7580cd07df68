import { Link } from "react-router";
import type { Finding } from "./useChecks";
import { counted, severityOf, open, words } from "./words";

const most = 3;

/** Before presenting or exporting: what is left to fix, the most severe findings, and a link to them. It blocks nothing. */
export function ChecksStrip({ showId, findings }: { showId: string; findings: readonly Finding[] }) {
  const left = open(findings).filter((f) => f.found.severity !== "minor");
  if (left.length === 0) return null;
  return (
    <section aria-label={words.checks} className="mb-4 rounded-md border border-[var(--line)] px-3 py-2 text-sm">
      <p className="mb-1">
        <b>{counted(left)}</b>{" "}
        <Link className="link whitespace-nowrap" to={`/shows/${showId}/checks`}>
          {words.all}
        </Link>
      </p>
      <ul>
        {left.slice(0, most).map((finding) => (
          <li key={finding.key}>
            <span aria-hidden="true" className={severityOf(finding).style}>
              {severityOf(finding).mark}
            </span>{" "}
            {finding.found.sentence}
          </li>
        ))}
        {left.length > most && <li className="muted">{words.more(left.length - most)}</li>}
      </ul>
    </section>
  );
}
