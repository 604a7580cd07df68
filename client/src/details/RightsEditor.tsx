import { changeSound } from "../api/changes";
import type { Rights, Sound } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { ValueField } from "../ui/ValueField";
import { Topic } from "./Sentence";

type Text = Exclude<keyof Rights, "clearance" | "cataloguePiece">;

const fields: readonly (readonly [Text, string, string])[] = [
  ["title", "Title", "of the piece"],
  ["author", "Author", "who made it"],
  ["source", "Source", "where it was got"],
  ["licence", "Licence", "such as CC-BY-4.0"],
  ["credit", "Credit", "as it is asked for"],
  ["proof", "Proof", "where it can be looked up"],
];

// The most common of the SPDX list for sound, and words for the rest.
const licences = [
  "CC0-1.0",
  "CC-BY-4.0",
  "CC-BY-3.0",
  "CC-BY-SA-4.0",
  "CC-BY-NC-4.0",
  "CC-BY-NC-SA-4.0",
  "CC-BY-ND-4.0",
  "Public domain",
  "Own work",
  "Bought licence",
  "All rights reserved",
];

/** Whose a sound is and on what terms. */
export function RightsEditor({ sound }: { sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const missing = view.rightsMissing[sound.id] ?? [];
  const set = (change: Partial<Rights>) =>
    edit(
      changeSound(sound.id, ({ id, rights }) => ({ kind: "setRights", soundId: id, rights: { ...rights, ...change } })),
    );
  return (
    <Topic title="Whose it is">
      {missing.length > 0 && <p className="text-warning text-sm">Missing: {missing.join(" and ")}.</p>}
      <datalist id="licences">
        {licences.map((l) => (
          <option key={l} value={l} />
        ))}
      </datalist>
      <div className="grid grid-cols-[3.6rem_1fr] items-center gap-y-1 text-sm">
        {fields.map(([key, name, hint]) => (
          <div key={key} className="contents">
            <span className="muted">{name}</span>
            <ValueField
              label={`${name}, ${hint}`}
              words
              value={sound.rights[key]}
              show={(text) => text}
              read={(typed) => typed.trim()}
              // Another proof is not the desk's.
              commit={(text) => set({ [key]: text, ...(key === "proof" && { clearance: null }) })}
              placeholder={hint}
              list={key === "licence" ? "licences" : undefined}
              width="100%"
            />
          </div>
        ))}
      </div>
    </Topic>
  );
}
