import { ChevronDown, X } from "lucide-react";
import { useState } from "react";
import type { Cue } from "../../api/client";
import { useApplyPreset, usePresets, useRemovePreset, useSavePreset } from "../../api/presets";
import { useView } from "../../show/openShow";
import { Menu, MenuEntry } from "../../ui/Menu";

/** Sets of settings in one click, and back to plain; one's own can be kept. */
export function ReadyMades({ cues }: { cues: readonly Cue[] }) {
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
            Ready-made <ChevronDown size={13} aria-hidden="true" />
          </>
        }
      >
        {[...(all?.shipped ?? []), ...(all?.kept ?? [])].map((made) => (
          <div key={made.id} className="flex">
            <MenuEntry choose={() => apply(made.id)}>{made.name}</MenuEntry>
            {all?.kept.includes(made) && (
              <MenuEntry
                className="w-auto! px-2!"
                label={`Forget “${made.name}”`}
                choose={() => removing.mutate(made.id)}
              >
                <X size={13} />
              </MenuEntry>
            )}
          </div>
        ))}
        <MenuEntry className="font-bold" choose={() => apply(null)}>
          Back to plain
        </MenuEntry>
        {more.length === 0 && (
          <div className="line-t mt-1 pt-1">
            <MenuEntry choose={() => setNaming(true)}>Keep these settings for other cues</MenuEntry>
          </div>
        )}
      </Menu>
      {naming && (
        <input
          className="value w-full"
          autoFocus
          aria-label="Name for these settings"
          placeholder="What they do, then Enter"
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
