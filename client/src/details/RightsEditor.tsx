import { changeSound } from "../api/changes";
import type { Rights, Sound } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { ValueField } from "../ui/ValueField";
import { Topic } from "./Topic";
import { words } from "./words";

type Text = Exclude<keyof Rights, "clearance" | "cataloguePiece">;

const fields: readonly Text[] = ["title", "author", "source", "licence", "credit", "proof"];

/** The usage rights of a sound. */
export function RightsEditor({ sound }: { sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const missing = view.rightsMissing[sound.id] ?? [];
  const set = (change: Partial<Rights>) =>
    edit(
      changeSound(sound.id, ({ id, rights }) => ({ kind: "setRights", soundId: id, rights: { ...rights, ...change } })),
    );
  return (
    <Topic title={words.rights}>
      {missing.length > 0 && <p className="text-warning text-sm">{words.missing(missing)}</p>}
      <datalist id="licences">
        {words.licences.map((l) => (
          <option key={l} value={l} />
        ))}
      </datalist>
      <div className="grid grid-cols-[3.6rem_1fr] items-center gap-y-1 text-sm">
        {fields.map((key) => (
          <div key={key} className="contents">
            <span className="muted">{words.rightsFields[key].name}</span>
            <ValueField
              label={words.rightsField(words.rightsFields[key].name, words.rightsFields[key].hint)}
              words
              value={sound.rights[key]}
              show={(text) => text}
              read={(typed) => typed.trim()}
              // A changed proof is no longer the clearance desk's.
              commit={(text) => set({ [key]: text, ...(key === "proof" && { clearance: null }) })}
              placeholder={words.rightsFields[key].hint}
              list={key === "licence" ? "licences" : undefined}
              width="100%"
            />
          </div>
        ))}
      </div>
    </Topic>
  );
}
