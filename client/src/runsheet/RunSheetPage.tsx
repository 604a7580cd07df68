import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useDrop } from "../api/queries";
import { CueDetails } from "../details/CueDetails";
import { SlideDetails } from "../details/SlideDetails";
import { SoundDetails } from "../details/SoundDetails";
import { useOpenShow } from "../shows/ShowContext";
import { SoundList } from "../sounds/SoundList";
import { isInDialog } from "../ui/keys";
import { Overview } from "./Overview";
import { selectedCue, selectedSlides, selectedSound, type Selection } from "./selection";
import { Sheet } from "./Sheet";

/** The main screen: the sounds, the run sheet, what is selected, and the whole show lying flat below. */
export function RunSheetPage() {
  const { view, edit } = useOpenShow();
  const [selection, setSelection] = useState<Selection>();
  const { mutate: drop } = useDrop(view.id, (cueId) => setSelection({ cueId }));

  const cue = view.show.cues.find((c) => c.id === selectedCue(selection));
  const sound = view.show.sounds.find((s) => s.id === selectedSound(selection) && !s.removed);
  const slides = view.show.slides.filter((s) => selectedSlides(selection).includes(s.id));
  useHotkeys("delete, backspace", () => cue && edit({ kind: "removeCue", cueId: cue.id }), {
    ignoreEventWhen: isInDialog,
  });
  useHotkeys("escape", () => setSelection(undefined), { ignoreEventWhen: isInDialog });

  const place = (soundId: string) => {
    const slideId = slides[0]?.id ?? view.runningOrder.slides[0]?.slideId;
    if (slideId) drop({ soundId, slideId });
  };

  return (
    <>
      <div className="flex min-h-0 grow">
        <SoundList
          selected={sound?.id}
          select={(soundId) => setSelection({ soundId })}
          selectCue={(cueId) => setSelection({ cueId })}
          place={place}
          slideId={slides[0]?.id}
        />
        <Sheet selection={selection} select={setSelection} drop={(soundId, slideId) => drop({ soundId, slideId })} />
        <aside aria-label="Details" className="bg-base-100 line-l w-75 shrink-0 overflow-y-auto px-5 py-4">
          {cue ? (
            <CueDetails key={cue.id} cue={cue} />
          ) : sound ? (
            <SoundDetails key={sound.id} sound={sound} place={() => place(sound.id)} />
          ) : slides.length > 0 ? (
            <SlideDetails slides={slides} />
          ) : (
            <Nothing />
          )}
        </aside>
      </div>
      <Overview />
    </>
  );
}

function Nothing() {
  const { view } = useOpenShow();
  const { slides, sounds, cues } = view.show;
  const next =
    slides.length === 0
      ? "Drop a deck anywhere on this page: a presentation, a PDF, or pictures of the slides."
      : sounds.length === 0
        ? "Drop music, voices or effects anywhere on this page."
        : cues.length === 0
          ? "Drag a sound from the left onto the slide where it begins."
          : "Choose a strand to shape how it sounds, or a slide to set how long it stays.";
  return (
    <div>
      <h2 className="mb-2 text-base">Next</h2>
      <p className="muted">{next}</p>
    </div>
  );
}
