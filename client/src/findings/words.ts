import type { Schemas } from "../api/client";
import type { Finding } from "./useChecks";

type Gravity = Schemas["Gravity"];

/** How grave findings are, the gravest first, each with its mark, what it does and how it is drawn: told by shape, word and colour. */
const gravities: Record<Gravity, { order: number; mark: string; name: string; style: string }> = {
  stops: { order: 0, mark: "■", name: "stops the show", style: "text-error" },
  heard: { order: 1, mark: "◆", name: "is heard", style: "text-warning" },
  tidy: { order: 2, mark: "○", name: "to tidy up", style: "muted" },
};

export const gravityOf = (finding: Finding) => gravities[finding.found.gravity];

/** What is not left so. */
export const open = (findings: readonly Finding[]) => findings.filter((f) => !f.leftSo);

/** How many of each gravity: "2 stop the show, 3 are heard". */
export function counted(findings: readonly Finding[]): string {
  const of = (gravity: Gravity) => findings.filter((f) => f.found.gravity === gravity).length;
  const [stops, heard, tidy] = [of("stops"), of("heard"), of("tidy")];
  return [
    stops > 0 && `${stops} ${stops === 1 ? "stops" : "stop"} the show`,
    heard > 0 && `${heard} ${heard === 1 ? "is" : "are"} heard`,
    tidy > 0 && `${tidy} to tidy up`,
  ]
    .filter(Boolean)
    .join(", ");
}

export interface Group {
  title: string;
  what: string;
  findings: readonly Finding[];
}

/** What is found, by what to do next; what has the gravest comes first. */
export function grouped(findings: readonly Finding[]): readonly Group[] {
  const todo = open(findings);
  const safe = (f: Finding) => f.found.remedies.some((r) => r.safe);
  return [
    {
      title: "Put right with one click",
      what: "These take nothing away and move nothing.",
      findings: todo.filter(safe),
    },
    {
      title: "Yours to choose",
      what: "There is more than one way, or something else changes with it.",
      findings: todo.filter((f) => !safe(f) && f.found.remedies.length > 0),
    },
    {
      title: "To be seen to",
      what: "No click does it: go there.",
      findings: todo.filter((f) => f.found.remedies.length === 0),
    },
  ]
    .filter((group) => group.findings.length > 0)
    .toSorted((a, b) => gravest(a.findings) - gravest(b.findings));
}

/** How grave the gravest is, 0 for what stops the show. */
const gravest = (findings: readonly Finding[]) => Math.min(...findings.map((f) => gravityOf(f).order));

/** Findings of the same kind beside each other, in the order of the gravest of each. */
export function alike(findings: readonly Finding[]): readonly (readonly Finding[])[] {
  const kinds = new Map<string, Finding[]>();
  for (const finding of findings) {
    const same = kinds.get(finding.found.check);
    if (same) same.push(finding);
    else kinds.set(finding.found.check, [finding]);
  }
  return [...kinds.values()];
}
