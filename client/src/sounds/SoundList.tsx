import { useState } from "react";
import type { SoundKind } from "../api/client";
import { useOpenShow } from "../shows/ShowContext";
import { BringIn } from "./BringIn";
import { SoundItem } from "./SoundItem";

const kinds: readonly (readonly [SoundKind, string])[] = [
  ["bed", "Beds"],
  ["voice", "Voices"],
  ["spot", "Spots"],
];

/** The sounds of the show, by kind; each can be heard, and dragged onto a slide. */
export function SoundList({ place }: { place: (soundId: string) => void }) {
  const { view } = useOpenShow();
  const [wanted, setWanted] = useState("");
  const { sounds, cues } = view.show;
  const found = sounds.filter((s) => s.name.toLowerCase().includes(wanted.trim().toLowerCase()));
  return (
    <aside aria-label="Sounds" className="bg-base-100 line-r flex w-58 shrink-0 flex-col">
      <div className="px-4 pt-3 pb-2">
        <h2 className="mb-2 flex items-baseline justify-between text-base">
          Sounds <span className="muted figures text-sm font-normal">{sounds.length}</span>
        </h2>
        <input
          type="search"
          className="input input-sm bg-base-200 w-full"
          placeholder="Find a sound"
          aria-label="Find a sound"
          value={wanted}
          onChange={(event) => setWanted(event.currentTarget.value)}
        />
      </div>
      <div className="min-h-0 grow overflow-y-auto px-2 pb-2">
        {sounds.length === 0 && (
          <p className="muted px-2 pt-4 text-sm">
            No sounds yet. Drop music, voices or effects anywhere on this page, or bring them in below.
          </p>
        )}
        {sounds.length > 0 && found.length === 0 && <p className="muted px-2 pt-4 text-sm">No sound is called that.</p>}
        {kinds.map(([kind, title]) => {
          const ofKind = found.filter((s) => s.kind === kind);
          if (ofKind.length === 0) return null;
          return (
            <section key={kind} aria-label={title}>
              <h3 className="muted px-2 pt-3 pb-1 font-sans text-xs font-semibold">{title}</h3>
              <ul>
                {ofKind.map((sound) => (
                  <SoundItem
                    key={sound.id}
                    sound={sound}
                    uses={cues.filter((c) => c.soundId === sound.id).length}
                    place={() => place(sound.id)}
                  />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      <BringIn />
    </aside>
  );
}
