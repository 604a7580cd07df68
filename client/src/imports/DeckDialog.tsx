import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import type { DeckLook } from "../api/client";
import { addSlides, joinPages, refreshSlides, useDeckLook } from "../api/decks";
import { reportError } from "../api/errors";
import { applyEdited } from "../api/show";
import { stop } from "../api/upload";
import { useOpenShow, useOpenState, useView } from "../show/openShow";
import type { UploadedDeck } from "../show/openState";
import { Dialog } from "../ui/Dialog";
import { Checkbox } from "../ui/fields";
import { LoadError } from "../ui/LoadError";
import { MatchPages } from "./MatchPages";
import { RefreshPlan } from "./RefreshPlan";
import { Status } from "../ui/Status";
import { words } from "./words";

type Way = DeckLook["likely"];

/** Asks about each deck that was uploaded, one after the other. */
export function UploadedDecks() {
  const { state } = useOpenShow();
  const deck = useOpenState(({ decks }) => decks[0]);
  const close = () => state.setState(({ decks: [, ...others] }) => ({ decks: others }));
  return deck && <DeckDialog key={deck.files[0]?.hash} deck={deck} close={close} />;
}

/** Asks what a deck imported into a show with slides is for: to add its slides, to refresh, or to give exact pictures. */
export function DeckDialog({ deck, close }: { deck: UploadedDeck; close: () => void }) {
  const view = useView();
  const queries = useQueryClient();
  const files = [...deck.files];
  const { data: look, error, refetch } = useDeckLook(view.id, files);
  const [chosen, setWay] = useState<Way>();
  const [numbers, setNumbers] = useState<ReadonlySet<number>>();
  const [joined, setJoined] = useState<readonly number[]>();
  const [fromDeck, setFromDeck] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const work = useRef(new AbortController());
  const name = deck.files[0]?.name ?? "";
  const way = chosen ?? look?.likely ?? "put";
  const oneWay = !look?.refreshes && !look?.joins;

  const leave = () => {
    stop(work.current);
    close();
  };
  const go = async () => {
    setBusy(true);
    const { signal } = work.current;
    try {
      const after =
        way === "refresh"
          ? await refreshSlides(view.id, files, [...fromDeck], signal)
          : way === "join"
            ? await joinPages(view.id, files, [...(joined ?? look?.joins ?? [])], signal)
            : await addSlides(
                view.id,
                { files, index: deck.index, fills: false, ...(numbers ? { numbers: [...numbers] } : {}) },
                signal,
              );
      await applyEdited(queries, view.id, after);
      close();
    } catch (problem) {
      if (signal.aborted) return;
      reportError(problem);
      setBusy(false);
    }
  };

  return (
    <Dialog
      title={name}
      close={leave}
      wide
      actions={
        <>
          {busy && <Reading />}
          <button type="button" className="btn btn-sm" onClick={leave}>
            {words.cancel}
          </button>
          {look && (
            <button
              type="button"
              className="btn btn-primary btn-sm"
              disabled={busy || numbers?.size === 0}
              onClick={() => void go()}
            >
              {way === "put"
                ? words.add(numbers?.size ?? look.titles.length)
                : way === "refresh"
                  ? words.refresh
                  : words.applyPictures}
            </button>
          )}
        </>
      }
    >
      {error ? (
        <LoadError error={error} retry={() => void refetch()} />
      ) : !look ? (
        <Reading />
      ) : (
        <>
          <p className="mb-3">
            {words.contents(look.titles.length, look.report.steps, look.report.sounds)}{" "}
            {oneWay ? words.selectedAreAdded : words.whatFor}
          </p>
          {!oneWay && (
            <div className="mb-4 flex gap-2" role="group" aria-label={words.ways}>
              <Choose name={words.addSlides} on={way === "put"} press={() => setWay("put")} />
              {look.refreshes && (
                <Choose name={words.refreshSlides} on={way === "refresh"} press={() => setWay("refresh")} />
              )}
              {look.joins && <Choose name={words.usePictures} on={way === "join"} press={() => setWay("join")} />}
            </div>
          )}
          {way === "put" && <PickSlides titles={look.titles} numbers={numbers} pick={setNumbers} />}
          {way === "refresh" && look.refreshes && (
            <RefreshPlan
              lines={look.refreshes}
              here={(slideId) => view.show.slides.find((s) => s.id === slideId)}
              fromDeck={fromDeck}
              choose={(slideId, use) =>
                setFromDeck((before) => {
                  const after = new Set(before);
                  if (use) after.add(slideId);
                  else after.delete(slideId);
                  return after;
                })
              }
            />
          )}
          {way === "join" && look.joins && (
            <MatchPages titles={look.titles} joined={joined ?? look.joins} join={setJoined} />
          )}
        </>
      )}
    </Dialog>
  );
}

/** The duration is unknown. */
function Reading() {
  return (
    <div className="muted mr-auto flex items-center gap-3 text-sm">
      <Status>{words.readingDeck}</Status>
      <progress className="progress progress-primary w-32" aria-label={words.readingDeck} />
    </div>
  );
}

function Choose({ name, on, press }: { name: string; on: boolean; press: () => void }) {
  return (
    <button type="button" aria-pressed={on} className={`btn btn-sm ${on ? "btn-primary" : ""}`} onClick={press}>
      {name}
    </button>
  );
}

interface PickProps {
  titles: readonly string[];
  numbers: ReadonlySet<number> | undefined;
  pick: (numbers: ReadonlySet<number> | undefined) => void;
}

function PickSlides({ titles, numbers, pick }: PickProps) {
  const all = new Set(titles.map((_, i) => i + 1));
  const set = (n: number, on: boolean) => {
    const next = new Set(numbers ?? all);
    if (on) next.add(n);
    else next.delete(n);
    pick(next);
  };
  return (
    <>
      <div className="mb-2 text-sm">
        <Checkbox checked={!numbers || numbers.size === titles.length} set={(all) => pick(all ? undefined : new Set())}>
          {words.allSlides}
        </Checkbox>
      </div>
      <ul className="grid grid-cols-2 gap-x-6 gap-y-1">
        {titles.map((title, i) => (
          <li key={i}>
            <Checkbox checked={!numbers || numbers.has(i + 1)} set={(picked) => set(i + 1, picked)}>
              <span className="muted figures w-6 shrink-0 text-right">{i + 1}</span>
              <span className="truncate">{title}</span>
            </Checkbox>
          </li>
        ))}
      </ul>
    </>
  );
}
