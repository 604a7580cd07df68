import { toast } from "sonner";
import { creditsUrl, useCredits } from "../api/rights";
import { useOpenShow, useView } from "../show/openShow";
import { LoadError } from "../ui/LoadError";
import { words } from "./words";

/** The credits of the sounds in use, to copy, to download, or to add to the notes of the last slide. */
export function CreditsCard() {
  const view = useView();
  const { edit } = useOpenShow();
  const { data: text, error, refetch } = useCredits(view.id, view.revision);
  const last = view.show.slides.findLast((s) => !s.hidden);
  const used = view.show.sounds.filter((s) => view.show.cues.some((c) => c.soundId === s.id && c.span));
  const unclear = used.filter((s) => view.rightsMissing[s.id]);
  if (used.length === 0) return null;
  if (error && text === undefined) return <LoadError error={error} retry={() => void refetch()} />;
  const inNotes = !!last && !!text && last.notes.includes(text.trim());
  return (
    <section aria-label={words.credits} className="mt-8">
      <h2 className="mb-2 text-lg">{words.credits}</h2>
      <pre className="bg-base-100 max-h-48 overflow-y-auto rounded-md border border-[var(--line)] p-3 font-sans text-sm whitespace-pre-wrap">
        {text}
      </pre>
      {unclear.length > 0 && <p className="text-warning mt-2 text-sm">{words.missing(unclear.map((s) => s.name))}</p>}
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-sm bg-base-100 border-[var(--line)]"
          disabled={!text}
          onClick={() => text && void copy(text)}
        >
          {words.copy}
        </button>
        <a
          className="btn btn-sm bg-base-100 border-[var(--line)]"
          href={creditsUrl(view.id)}
          download={words.creditsFile(view.show.title)}
        >
          {words.download}
        </a>
        {last && (
          <button
            type="button"
            className="btn btn-sm bg-base-100 border-[var(--line)]"
            disabled={!text || inNotes}
            onClick={() =>
              text &&
              edit({
                kind: "setNotes",
                slideId: last.id,
                notes: `${last.notes}${last.notes ? "\n\n" : ""}${text.trim()}`,
              })
            }
          >
            {inNotes ? words.inNotes : words.addToNotes}
          </button>
        )}
      </div>
    </section>
  );
}

/** Copies a text. Browsers allow that only on localhost or over https. */
async function copy(text: string) {
  try {
    await navigator.clipboard.writeText(text);
    toast(words.copied);
  } catch {
    toast.error(words.cannotCopy);
  }
}
