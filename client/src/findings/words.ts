import type { Schemas } from "../api/client";
import { plural } from "../ui/plural";
import type { Finding } from "./useChecks";

type Gravity = Schemas["Gravity"];

/** What checks, and what stands of them in other views, say. */
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
    byHand: { title: "Fix by hand", what: "Open the slide or the cue." },
  },
};

/** How grave findings are, the gravest first, each with its mark, name and style: told by shape, word and colour. */
const gravities: Record<Gravity, { order: number; mark: string; name: string; style: string }> = {
  stops: { order: 0, mark: "■", name: "Blocker", style: "text-error" },
  heard: { order: 1, mark: "◆", name: "Audible", style: "text-warning" },
  tidy: { order: 2, mark: "○", name: "Minor", style: "muted" },
};

export const gravityOf = (finding: Finding) => gravities[finding.found.gravity];

/** What is not ignored. */
export const open = (findings: readonly Finding[]) => findings.filter((f) => !f.leftSo);

/** How many of each severity: "2 blockers, 3 audible, 1 minor". */
export function counted(findings: readonly Finding[]): string {
  const of = (gravity: Gravity) => findings.filter((f) => f.found.gravity === gravity).length;
  const [stops, heard, tidy] = [of("stops"), of("heard"), of("tidy")];
  return [stops > 0 && plural(stops, "blocker"), heard > 0 && `${heard} audible`, tidy > 0 && `${tidy} minor`]
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
      ...words.groups.safe,
      findings: todo.filter(safe),
    },
    {
      ...words.groups.choice,
      findings: todo.filter((f) => !safe(f) && f.found.remedies.length > 0),
    },
    {
      ...words.groups.byHand,
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
