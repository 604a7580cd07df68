import type { RefreshLine } from "../api/client";

const order = ["gone", "new", "changed", "kept"] as const;
const words: Record<RefreshLine["kind"], { title: string; note: string }> = {
  gone: { title: "Gone", note: "taken out; cues on them move inward or are parked" },
  new: { title: "New", note: "put in where they stand in the deck" },
  changed: { title: "Changed", note: "new picture and words; holds and sounds stay" },
  kept: { title: "Kept", note: "as they are" },
};

/** What a refresh would do, before it is done. */
export function RefreshPlan({ lines }: { lines: readonly RefreshLine[] }) {
  return (
    <div className="space-y-3">
      {order.map((kind) => {
        const own = lines.filter((l) => l.kind === kind);
        if (own.length === 0) return null;
        return (
          <section key={kind} aria-label={words[kind].title}>
            <h3 className="text-sm">
              {words[kind].title} <span className="figures">{own.length}</span>{" "}
              <span className="muted font-sans font-normal">{words[kind].note}</span>
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
      <p className="muted text-sm">One undo takes all of it back.</p>
    </div>
  );
}
