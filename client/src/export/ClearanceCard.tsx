import { useState } from "react";
import type { Schemas } from "../api/client";
import { useAskDesk, useClearance } from "../api/rights";
import { CatalogueDialog } from "../catalogue/CatalogueDialog";
import { places } from "../findings/ShowingLine";
import { useOpenShow, useView } from "../show/openShow";
import { Choice } from "../ui/fields";
import { LoadError } from "../ui/LoadError";
import { Status } from "../ui/Status";

type Cleared = Schemas["ClearedSound"];

const answers: Record<Cleared["answer"], readonly [string, string]> = {
  yes: ["may", ""],
  credit: ["may, with credit", ""],
  alike: ["if shared alike", "text-warning"],
  no: ["may not", "text-error"],
  ask: ["ask", "text-warning"],
};

/** Whether the sounds may be used where the show goes, and what can be done where they may not. */
export function ClearanceCard() {
  const view = useView();
  const { edit } = useOpenShow();
  const { showing } = view.show;
  const { data: sounds = [], error, refetch } = useClearance(view.id, view.revision);
  const open = sounds.filter((s) => s.open);
  if (error && sounds.length === 0) return <LoadError error={error} retry={() => void refetch()} />;
  if (sounds.length === 0) return null;
  return (
    <section aria-label="May it be used" className="mt-8">
      <h2 className="mb-2 text-lg">
        May it be heard{" "}
        <Choice
          label="Where it goes"
          value={showing.where}
          options={places}
          commit={(where) => edit((show) => ({ kind: "setShowing", showing: { ...show.showing, where } }))}
        />
      </h2>
      <Status className="mb-2">
        {open.length === 0
          ? `Yes: all ${sounds.length} sounds may.`
          : `${sounds.length - open.length} of ${sounds.length} sounds may. Of the others:`}
      </Status>
      <ul>
        {open.map((sound) => (
          <Unclear key={`${sound.soundId} ${showing.where}`} cleared={sound} />
        ))}
      </ul>
      {open.length < sounds.length && (
        <details className="mt-2">
          <summary className="cursor-pointer">Those that may</summary>
          <ul className="mt-1 text-sm">
            {sounds
              .filter((s) => !open.includes(s))
              .map((s) => (
                <li key={s.soundId}>
                  <b>{s.name}</b> {answers[s.answer][0]}: {s.why}
                </li>
              ))}
          </ul>
        </details>
      )}
      <p className="muted mt-2 text-sm">
        This goes by the licences as they are written down, and is no legal advice. To play music in public may need
        leave from a collecting society, whatever its licence says.
      </p>
    </section>
  );
}

/** A sound that may not be used there, or of which that is not known: why, and the ways out. */
function Unclear({ cleared }: { cleared: Cleared }) {
  const view = useView();
  const [seeking, setSeeking] = useState(false);
  const ask = useAskDesk(view.id, cleared.soundId);
  const [name, style] = answers[cleared.answer];
  const said = ask.data?.answer;
  const sound = view.show.sounds.find((s) => s.id === cleared.soundId);
  return (
    <li className="line-t py-2" data-unclear={cleared.name}>
      <p>
        <b>{cleared.name}</b> <span className={`font-semibold ${style}`}>{name}</span>: {cleared.why}
      </p>
      {said && <Status className="mt-1">{said.why}</Status>}
      <p className="mt-1.5 flex flex-wrap gap-1.5">
        {said?.says === "fee" ? (
          <button
            type="button"
            className="btn btn-xs bg-base-100 border-[var(--line)]"
            disabled={ask.isPending}
            onClick={() => ask.mutate(true)}
          >
            Pay {said.fee} and keep the proof
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-xs bg-base-100 border-[var(--line)]"
            disabled={ask.isPending || !!said}
            onClick={() => ask.mutate(false)}
          >
            {ask.isPending ? "Asking the desk…" : "Ask the clearance desk"}
          </button>
        )}
        {sound && (
          <button
            type="button"
            className="btn btn-xs bg-base-100 border-[var(--line)]"
            onClick={() => setSeeking(true)}
          >
            Find another piece
          </button>
        )}
      </p>
      {seeking && sound && <CatalogueDialog instead={sound} close={() => setSeeking(false)} />}
    </li>
  );
}
