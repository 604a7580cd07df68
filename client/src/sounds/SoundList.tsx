import { useState, type ReactNode } from "react";
import type { ShowView, Sound, SoundKind } from "../api/client";
import { useView } from "../show/openShow";
import { ParkedList } from "./ParkedList";
import { SoundItem } from "./SoundItem";
import { words } from "./words";

const kinds = Object.entries(words.kinds) as [SoundKind, string][];

type Order = "kind" | "name" | "length" | "newest";
type Which = "all" | SoundKind | "used" | "unused" | "unclear";

interface Props {
  selected: string | undefined;
  select: (soundId: string) => void;
  selectCue: (cueId: string) => void;
  place: (soundId: string) => void;
  /** Content below the list. */
  children?: ReactNode;
}

/** The sounds of the show; each can be played, and dragged onto a slide. */
export function SoundList({ selected, select, selectCue, place, children }: Props) {
  const view = useView();
  const [wanted, setWanted] = useState("");
  const [order, setOrder] = useState<Order>("kind");
  const [which, setWhich] = useState<Which>("all");
  const { cues } = view.show;
  const sounds = view.show.sounds.filter((s) => !s.removed);
  const uses = (s: Sound) => cues.filter((c) => c.soundId === s.id).length;
  const parts = wanted.trim().toLowerCase().split(/\s+/);
  const found = sounds.filter(
    (s) =>
      parts.every((w) => `${s.name} ${s.fileName} ${s.rights.author} ${s.kind}`.toLowerCase().includes(w)) &&
      isOne(s, which, uses(s), view.rightsMissing),
  );
  const item = (sound: Sound) => (
    <SoundItem
      key={sound.id}
      sound={sound}
      uses={uses(sound)}
      selected={sound.id === selected}
      select={() => select(sound.id)}
      place={() => place(sound.id)}
    />
  );
  return (
    <>
      <div className="px-4 pt-3 pb-2">
        <h2 className="mb-2 flex items-baseline justify-between text-base">
          {words.title} <span className="muted figures text-sm font-normal">{sounds.length}</span>
        </h2>
        <input
          type="search"
          className="input input-sm bg-base-200 w-full"
          placeholder={words.find}
          aria-label={words.find}
          value={wanted}
          onChange={(event) => setWanted(event.currentTarget.value)}
        />
        {sounds.length > 3 && (
          <div className="quiet -mx-2 mt-1 flex text-xs">
            <select
              className="value w-1/2 font-normal"
              aria-label={words.filter}
              value={which}
              onChange={(event) => setWhich(event.currentTarget.value as Which)}
            >
              <option value="all">{words.all}</option>
              <option value="bed">{words.beds}</option>
              <option value="voice">{words.voices}</option>
              <option value="spot">{words.spots}</option>
              {sounds.some((s) => s.kind === "video") && <option value="video">{words.videos}</option>}
              <option value="used">{words.used}</option>
              <option value="unused">{words.unused}</option>
              <option value="unclear">{words.rightsMissing}</option>
            </select>
            <select
              className="value w-1/2 font-normal"
              aria-label={words.order}
              value={order}
              onChange={(event) => setOrder(event.currentTarget.value as Order)}
            >
              <option value="kind">{words.byKind}</option>
              <option value="name">{words.byName}</option>
              <option value="length">{words.longest}</option>
              <option value="newest">{words.newest}</option>
            </select>
          </div>
        )}
      </div>
      <div className="min-h-0 grow overflow-y-auto px-2 pb-2">
        {sounds.length === 0 && <p className="muted px-2 pt-4 text-sm">{words.empty}</p>}
        {sounds.length > 0 && found.length === 0 && <p className="muted px-2 pt-4 text-sm">{words.noMatch}</p>}
        {order !== "kind" ? (
          <ul>{sorted(found, order).map(item)}</ul>
        ) : (
          kinds.map(([kind, title]) => {
            const ofKind = found.filter((s) => s.kind === kind);
            if (ofKind.length === 0) return null;
            return (
              <section key={kind} aria-label={title}>
                <h3 className="muted px-2 pt-3 pb-1 font-sans text-xs font-semibold">{title}</h3>
                <ul>{ofKind.map(item)}</ul>
              </section>
            );
          })
        )}
        <ParkedList selectCue={selectCue} />
      </div>
      {children}
    </>
  );
}

function isOne(sound: Sound, which: Which, uses: number, missing: ShowView["rightsMissing"]): boolean {
  if (which === "all") return true;
  if (which === "unclear") return !!missing[sound.id];
  if (which === "used" || which === "unused") return (which === "used") === uses > 0;
  return sound.kind === which;
}

function sorted(sounds: readonly Sound[], order: Order): readonly Sound[] {
  if (order === "newest") return sounds.toReversed();
  if (order === "length") return sounds.toSorted((a, b) => b.figures.frames - a.figures.frames);
  return sounds.toSorted((a, b) => a.name.localeCompare(b.name));
}
