import { useQuery } from "@tanstack/react-query";
import { toast } from "sonner";
import { useOpenShow } from "../shows/ShowContext";

/** The credits of the sounds that lie on slides: as text to copy, as a file, or into the notes of the last slide. */
export function CreditsCard() {
  const { view, edit } = useOpenShow();
  const address = `/api/shows/${view.id}/credits`;
  const { data: text = "" } = useQuery({
    queryKey: ["credits", view.id, view.revision],
    queryFn: async ({ signal }) => (await fetch(address, { signal })).text(),
  });
  const last = view.show.slides.findLast((s) => !s.hidden);
  const used = view.show.sounds.filter((s) => view.show.cues.some((c) => c.soundId === s.id && c.span));
  const unclear = used.filter((s) => view.rightsMissing[s.id]);
  if (used.length === 0) return null;
  const inNotes = !!last && last.notes.includes(text.trim());
  return (
    <section aria-label="Credits" className="mt-8">
      <h2 className="mb-2 text-lg">Credits</h2>
      <pre className="bg-base-100 max-h-48 overflow-y-auto rounded-md border border-[var(--line)] p-3 font-sans text-sm whitespace-pre-wrap">
        {text}
      </pre>
      {unclear.length > 0 && (
        <p className="text-warning mt-2 text-sm">
          Author or licence missing: {unclear.map((s) => s.name).join(", ")}. Choose the sound on the run sheet to say
          whose it is.
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-sm bg-base-100 border-[var(--line)]"
          onClick={() => void navigator.clipboard.writeText(text).then(() => toast("The credits are copied."))}
        >
          Copy
        </button>
        <a
          className="btn btn-sm bg-base-100 border-[var(--line)]"
          href={address}
          download={`${view.show.title} credits.txt`}
        >
          Download
        </a>
        {last && (
          <button
            type="button"
            className="btn btn-sm bg-base-100 border-[var(--line)]"
            disabled={inNotes}
            onClick={() =>
              edit({
                kind: "setNotes",
                slideId: last.id,
                notes: `${last.notes}${last.notes ? "\n\n" : ""}${text.trim()}`,
              })
            }
          >
            {inNotes ? "In the notes of the last slide" : "Put into the notes of the last slide"}
          </button>
        )}
      </div>
    </section>
  );
}
