import { useState } from "react";
import type { Schemas } from "../api/client";
import { useAskDesk, useClearance } from "../api/rights";
import { CatalogueDialog } from "../catalogue/CatalogueDialog";
import { places } from "../findings/ShowingLine";
import { useOpenShow, useView } from "../show/openShow";
import { Select } from "../ui/fields";
import { LoadError } from "../ui/LoadError";
import { Status } from "../ui/Status";
import { words } from "./words";

type Cleared = Schemas["ClearedSound"];

const styles: Record<Cleared["answer"], string> = {
  yes: "",
  credit: "",
  alike: "text-warning",
  no: "text-error",
  ask: "text-warning",
};

/** The usage rights of the sounds for the destination of the show, with ways to resolve what is not cleared. */
export function ClearanceCard() {
  const view = useView();
  const { edit } = useOpenShow();
  const { showing } = view.show;
  const { data: sounds = [], error, refetch } = useClearance(view.id, view.revision);
  const open = sounds.filter((s) => s.open);
  if (error && sounds.length === 0) return <LoadError error={error} retry={() => void refetch()} />;
  if (sounds.length === 0) return null;
  return (
    <section aria-label={words.rights} className="mt-8">
      <h2 className="mb-2 text-lg">{words.rights}</h2>
      <p className="mb-2 flex items-center gap-2">
        <span aria-hidden="true">{words.destination}</span>
        <Select
          label={words.destination}
          value={showing.where}
          options={places}
          commit={(where) => edit((show) => ({ kind: "setShowing", showing: { ...show.showing, where } }))}
        />
      </p>
      <Status className="mb-2">
        {open.length === 0
          ? words.allCleared(sounds.length)
          : words.someCleared(sounds.length - open.length, sounds.length)}
      </Status>
      <ul>
        {open.map((sound) => (
          <Unclear key={`${sound.soundId} ${showing.where}`} cleared={sound} />
        ))}
      </ul>
      {open.length < sounds.length && (
        <details className="mt-2">
          <summary className="cursor-pointer">{words.cleared}</summary>
          <ul className="mt-1 text-sm">
            {sounds
              .filter((s) => !open.includes(s))
              .map((s) => (
                <li key={s.soundId}>
                  <b>{s.name}</b> {words.answer(words.answers[s.answer], s.why)}
                </li>
              ))}
          </ul>
        </details>
      )}
      <p className="muted mt-2 text-sm">{words.disclaimer}</p>
    </section>
  );
}

/** A sound that is not cleared: the reason, and ways to resolve it. */
function Unclear({ cleared }: { cleared: Cleared }) {
  const view = useView();
  const [seeking, setSeeking] = useState(false);
  const ask = useAskDesk(view.id, cleared.soundId);
  const said = ask.data?.answer;
  const sound = view.show.sounds.find((s) => s.id === cleared.soundId);
  return (
    <li className="line-t py-2" data-unclear={cleared.name}>
      <p>
        <b>{cleared.name}</b>{" "}
        <span className={`font-semibold ${styles[cleared.answer]}`}>{words.answers[cleared.answer]}.</span>{" "}
        {cleared.why}
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
            {words.pay(said.fee ?? 0)}
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-xs bg-base-100 border-[var(--line)]"
            disabled={ask.isPending || !!said}
            onClick={() => ask.mutate(false)}
          >
            {ask.isPending ? words.asking : words.askDesk}
          </button>
        )}
        {sound && (
          <button
            type="button"
            className="btn btn-xs bg-base-100 border-[var(--line)]"
            onClick={() => setSeeking(true)}
          >
            {words.findPiece}
          </button>
        )}
      </p>
      {seeking && sound && <CatalogueDialog instead={sound} close={() => setSeeking(false)} />}
    </li>
  );
}
