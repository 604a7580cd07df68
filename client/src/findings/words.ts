import type { Schemas } from "../api/client";
import { plural } from "../ui/plural";
import type { Finding } from "./useChecks";

type Severity = Schemas["Severity"];

/** The texts of checks, shared by several views. */
export const words = {
  checks: "Checks",
  all: "See all checks",
  more: (n: number) => `${n} more`,
  shown: "Shown",
  howShown: "How the show is shown",
  byPresenter: "by a presenter",
  byItself: "self-running",
  destination: "Destination",
  destinations: {
    room: "in this room",
    inside: "within the organisation",
    web: "on the public web",
    sold: "in a product for sale",
  },
  groups: {
    safe: { title: "Fix with one click", what: "These fixes remove nothing and move nothing." },
    choice: { title: "Needs a decision", what: "More than one fix, or it affects something else." },
    byHand: { title: "Fix manually", what: "Open the slide or the cue." },
  },
};

/** The severities, the most severe first, each with its mark, name and style: told apart by shape, word and colour. */
const severities: Record<Severity, { order: number; mark: string; name: string; style: string }> = {
  blocker: { order: 0, mark: "■", name: "Blocker", style: "text-error" },
  audible: { order: 1, mark: "◆", name: "Audible", style: "text-warning" },
  minor: { order: 2, mark: "○", name: "Minor", style: "muted" },
};

export const severityOf = (finding: Finding) => severities[finding.found.severity];

/** The findings that are not ignored. */
export const open = (findings: readonly Finding[]) => findings.filter((f) => !f.ignored);

/** The number of each severity: "2 blockers, 3 audible, 1 minor". */
export function counted(findings: readonly Finding[]): string {
  const of = (severity: Severity) => findings.filter((f) => f.found.severity === severity).length;
  const [blockers, audible, minor] = [of("blocker"), of("audible"), of("minor")];
  return [
    blockers > 0 && plural(blockers, "blocker"),
    audible > 0 && `${audible} audible`,
    minor > 0 && `${minor} minor`,
  ]
    .filter(Boolean)
    .join(", ");
}

export interface Group {
  title: string;
  what: string;
  findings: readonly Finding[];
}

/** The findings, grouped by what to do next; the group with the most severe finding comes first. */
export function grouped(findings: readonly Finding[]): readonly Group[] {
  const todo = open(findings);
  const safe = (f: Finding) => f.found.fixes.some((r) => r.safe);
  return [
    {
      ...words.groups.safe,
      findings: todo.filter(safe),
    },
    {
      ...words.groups.choice,
      findings: todo.filter((f) => !safe(f) && f.found.fixes.length > 0),
    },
    {
      ...words.groups.byHand,
      findings: todo.filter((f) => f.found.fixes.length === 0),
    },
  ]
    .filter((group) => group.findings.length > 0)
    .toSorted((a, b) => mostSevere(a.findings) - mostSevere(b.findings));
}

/** The rank of the most severe finding; 0 for a blocker. */
const mostSevere = (findings: readonly Finding[]) => Math.min(...findings.map((f) => severityOf(f).order));

/** Findings with similar ones together, ordered by the most severe of each. */
export function alike(findings: readonly Finding[]): readonly (readonly Finding[])[] {
  const kinds = new Map<string, Finding[]>();
  for (const finding of findings) {
    const same = kinds.get(finding.found.check);
    if (same) same.push(finding);
    else kinds.set(finding.found.check, [finding]);
  }
  return [...kinds.values()];
}
