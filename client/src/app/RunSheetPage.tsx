import { useState } from "react";
import { type Drop, usePlaceSound } from "../api/cues";
import { CueDetails } from "../details/cue/CueDetails";
import { SlideDetails } from "../details/SlideDetails";
import { SoundDetails } from "../details/SoundDetails";
import { DraftPanel } from "../draft/DraftPanel";
import { useDraft } from "../draft/useDraft";
import { useOpenShow, useOpenState, useView } from "../show/openShow";
import { SoundList } from "../sounds/SoundList";
import { useCommands } from "../ui/useCommands";
import { NextStep } from "../details/NextStep";
import { ImportPanel } from "../imports/ImportPanel";
import { Overview } from "../strands/Overview";
import { selectedCues, selectedSlides, selectedSound, type Selection } from "../show/selection";
import { Sheet } from "../runsheet/Sheet";
import { SidePanel } from "../runsheet/SidePanel";
import { useCueKeys } from "../runsheet/useCueKeys";
import { words } from "./words";

/** The main screen: the sounds, the run sheet, the details, and the overview at the bottom. */
export function RunSheetPage() {
  const view = useView();
  const { select: setSelection } = useOpenShow();
  const selection = useOpenState((state) => state.selection);
  // The sound selected last, to be placed by keyboard.
  const [lastSound, setLastSound] = useState<string>();
  const placing = usePlaceSound(view.id);
  const drop = (to: Drop) => placing.mutate(to, { onSuccess: ({ cueId }) => setSelection({ cueIds: [cueId] }) });

  // When they do not fit beside the sheet, one of them is shown over it.
  const [panel, setPanel] = useState<"sounds" | "details">();
  // The sounds excluded from a draft, while it is open.
  const [drafting, setDrafting] = useState<readonly string[]>();
  const drafted = useDraft(view.id, view.revision, drafting !== undefined, drafting);
  // Selecting something closes the draft.
  const choose = (next: Selection) => {
    setSelection(next);
    if (next) setDrafting(undefined);
  };

  const cues = view.show.cues.filter((c) => selectedCues(selection).includes(c.id));
  const sound = view.show.sounds.find((s) => s.id === selectedSound(selection) && !s.removed);
  const slides = view.show.slides.filter((s) => selectedSlides(selection).includes(s.id));
  useCueKeys(cues, slides[0]?.id);

  // On the selected slides: from the first to the last of several.
  const place = (soundId: string) => {
    const order = view.runningOrder.slides.map((s) => s.slideId);
    const chosen = order.filter((id) => selectedSlides(selection).includes(id));
    const slideId = chosen[0] ?? order[0];
    const last = chosen.at(-1);
    if (slideId) drop({ soundId, slideId, ...(last && chosen.length > 1 ? { throughSlideId: last } : {}) });
  };
  useCommands("sheet", {
    deselect: () => (panel ? setPanel(undefined) : setSelection(undefined)),
    place: () => lastSound && place(lastSound),
  });

  return (
    <>
      <div className="flex min-h-0 grow">
        <SidePanel
          label={words.sounds}
          side="left"
          className="flex w-58 flex-col max-xl:w-52"
          open={panel === "sounds"}
          close={() => setPanel(undefined)}
        >
          <SoundList
            selected={sound?.id}
            select={(soundId) => {
              setLastSound(soundId);
              choose({ soundId });
            }}
            selectCue={(cueId) => choose({ cueIds: [cueId] })}
            place={place}
          >
            <ImportPanel slideId={slides[0]?.id} />
          </SoundList>
        </SidePanel>
        <Sheet
          selection={selection}
          select={choose}
          drop={drop}
          drafted={drafted.draft?.cues}
          panels={(["sounds", "details"] as const).map((which) => (
            <button
              key={which}
              type="button"
              className="btn btn-xs"
              aria-expanded={panel === which}
              onClick={() => setPanel(which)}
            >
              {words[which]}
            </button>
          ))}
        />
        <SidePanel
          label={words.details}
          side="right"
          className="w-75 overflow-y-auto px-4 py-3 max-xl:w-72 max-xl:px-3"
          open={panel === "details"}
          close={() => setPanel(undefined)}
        >
          {drafting ? (
            <DraftPanel drafted={drafted} without={drafting} leave={setDrafting} close={() => setDrafting(undefined)} />
          ) : cues.length > 0 ? (
            <CueDetails key={cues.map((cue) => cue.id).join()} cues={cues} />
          ) : sound ? (
            <SoundDetails key={sound.id} sound={sound} place={() => place(sound.id)} />
          ) : slides.length > 0 ? (
            <SlideDetails key={slides.map((slide) => slide.id).join()} slides={slides} />
          ) : (
            <NextStep draft={() => setDrafting([])} />
          )}
        </SidePanel>
      </div>
      <Overview />
    </>
  );
}
