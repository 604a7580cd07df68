import { ChevronDown, X } from "lucide-react";
import { useState } from "react";
import type { Cue } from "../../api/client";
import { useApplyPreset, usePresets, useRemovePreset, useSavePreset } from "../../api/presets";
import { useView } from "../../show/openShow";
import { Menu } from "../../ui/Menu";

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
          <li key={made.id} className="flex-row flex-nowrap">
            <button type="button" className="grow" onClick={() => apply(made.id)}>
              {made.name}
            </button>
            {all?.kept.includes(made) && (
              <button
                type="button"
                className="px-2"
                aria-label={`Forget “${made.name}”`}
                onClick={() => removing.mutate(made.id)}
              >
                <X size={13} />
              </button>
            )}
          </li>
        ))}
        <li>
          <button type="button" className="font-bold" onClick={() => apply(null)}>
            Back to plain
          </button>
        </li>
        {more.length === 0 && (
          <li className="line-t mt-1 pt-1">
            <button type="button" onClick={() => setNaming(true)}>
              Keep these settings for other cues
            </button>
          </li>
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
