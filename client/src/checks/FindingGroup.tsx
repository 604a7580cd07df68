import { useState } from "react";
import { FindingRow } from "./FindingRow";
import type { Finding } from "../findings/useChecks";
import { alike } from "../findings/words";
import { words } from "./words";

const fewest = 6; // of the same kind, from which on only the first are shown
const shown = 3;

/** Findings, with similar ones together; of many, only the first are shown. */
export function FindingGroup({ title, what, findings }: { title: string; what: string; findings: readonly Finding[] }) {
  return (
    <section className="mb-6" aria-label={title}>
      <h2 className="text-lg">
        {title} <span className="muted figures text-base font-normal">{findings.length}</span>
      </h2>
      <p className="muted mb-1.5 text-sm">{what}</p>
      <ul>
        {alike(findings).map((same) => (
          <Alike key={same[0]?.found.check} findings={same} />
        ))}
      </ul>
    </section>
  );
}

function Alike({ findings }: { findings: readonly Finding[] }) {
  const [all, setAll] = useState(false);
  const few = findings.length >= fewest && !all ? findings.slice(0, shown) : findings;
  return (
    <>
      {few.map((finding) => (
        <FindingRow key={finding.key} finding={finding} />
      ))}
      {few.length < findings.length && (
        <li className="line-t py-1.5 pl-40 max-sm:pl-0">
          <button type="button" className="btn btn-ghost btn-xs -ml-2" onClick={() => setAll(true)}>
            {words.moreAlike(findings.length - few.length)}
          </button>
        </li>
      )}
    </>
  );
}
