import { ChevronDown, X } from "lucide-react";
import { useState } from "react";
import type { Cue } from "../../api/client";
import { useApplyPreset, usePresets, useRemovePreset, useSavePreset } from "../../api/presets";
import { useView } from "../../show/openShow";
import { Menu, MenuEntry } from "../../ui/Menu";
import { words } from "./words";

/** Presets, applied in one click. The settings of a cue can be saved as one. */
export function Presets({ cues }: { cues: readonly Cue[] }) {
  const view = useView();
  const [naming, setNaming] = useState(false);
  const { data: all } = usePresets();
  const applying = useApplyPreset(view.id);
  const saving = useSavePreset(view.id);
  const removing = useRemovePreset();
  const [cue, ...more] = cues;
  const apply = (presetId: string | null) => applying.mutate({ cueIds: cues.map((c) => c.id), presetId });
  return (
    <>
      <Menu
        className="btn btn-xs"
        words={
          <>
            {words.presets} <ChevronDown size={13} aria-hidden="true" />
          </>
        }
      >
        {[...(all?.shipped ?? []), ...(all?.kept ?? [])].map((preset) => (
          <div key={preset.id} className="flex">
            <MenuEntry choose={() => apply(preset.id)}>{preset.name}</MenuEntry>
            {all?.kept.includes(preset) && (
              <MenuEntry
                className="w-auto! px-2!"
                label={words.forgetPreset(preset.name)}
                choose={() => removing.mutate(preset.id)}
              >
                <X size={13} />
              </MenuEntry>
            )}
          </div>
        ))}
        <MenuEntry className="font-bold" choose={() => apply(null)}>
          {words.reset}
        </MenuEntry>
        {more.length === 0 && (
          <div className="line-t mt-1 pt-1">
            <MenuEntry choose={() => setNaming(true)}>{words.savePreset}</MenuEntry>
          </div>
        )}
      </Menu>
      {naming && (
        <input
          className="value w-full"
          autoFocus
          aria-label={words.presetName}
          placeholder={words.presetHint}
          onBlur={() => setNaming(false)}
          onKeyDown={(event) => {
            if (event.key === "Escape") setNaming(false);
            if (event.key !== "Enter" || !event.currentTarget.value.trim()) return;
            if (cue) saving.mutate({ cueId: cue.id, name: event.currentTarget.value });
            setNaming(false);
          }}
        />
      )}
    </>
  );
}
