import type { RefreshLine } from "../api/client";
import { Checkbox } from "../ui/fields";
import { words } from "./words";

const order = ["gone", "new", "changed", "kept"] as const;
/** What a refresh would do, before it is applied, and whose texts to use for slides changed in both places. */
export function RefreshPlan({
  lines,
  here,
  fromDeck,
  choose,
}: {
  lines: readonly RefreshLine[];
  here: (slideId: string) => Texts | undefined;
  fromDeck: ReadonlySet<string>;
  choose: (slideId: string, use: boolean) => void;
}) {
  const differing = lines.filter((l) => l.fromDeck !== null);
  return (
    <div className="space-y-3">
      {differing.length > 0 && (
        <section aria-label={words.changedInBoth}>
          <h3 className="text-sm">
            {words.changedInBoth} <span className="figures">{differing.length}</span>{" "}
            <span className="muted font-sans font-normal">{words.yoursStay}</span>
          </h3>
          <ul className="mt-1 space-y-1">
            {differing.map(({ slideId, number, title, fromDeck: theirs }) => (
              <li key={slideId}>
                <Checkbox checked={fromDeck.has(slideId ?? "")} set={(on) => choose(slideId ?? "", on)}>
                  <span className="min-w-0 truncate">{words.useDeckTexts(number, title)}</span>
                </Checkbox>
                <Difference here={here(slideId ?? "")} theirs={theirs} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {order.map((kind) => {
        const own = lines.filter((l) => l.kind === kind);
        if (own.length === 0) return null;
        return (
          <section key={kind} aria-label={words.refreshed[kind].title}>
            <h3 className="text-sm">
              {words.refreshed[kind].title} <span className="figures">{own.length}</span>{" "}
              <span className="muted font-sans font-normal">{words.refreshed[kind].note}</span>
            </h3>
            <ul className="mt-1 flex flex-wrap gap-1.5">
              {own.map((line, i) => (
                <li key={i} className="bg-base-300 max-w-60 truncate rounded px-2 py-0.5 text-sm" title={line.title}>
                  {line.number ? <span className="muted figures mr-1">{line.number}</span> : null}
                  {line.title}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <p className="muted text-sm">{words.oneUndo}</p>
    </div>
  );
}

interface Texts {
  title: string;
  notes: string;
}

/** The texts here and in the deck, where they differ. */
function Difference({ here, theirs }: { here: Texts | undefined; theirs: Texts | null }) {
  if (!here || !theirs) return null;
  const texts = (["title", "notes"] as const).filter((of) => here[of] !== theirs[of]);
  const line = (name: string, from: Texts) => (
    <p className="truncate" title={texts.map((of) => from[of]).join("\n")}>
      {name}: {texts.map((of) => from[of] || words.empty).join(" · ")}
    </p>
  );
  return (
    <div className="muted pl-8 text-sm" data-testid="texts">
      {line(words.here, here)}
      {line(words.deck, theirs)}
    </div>
  );
}
