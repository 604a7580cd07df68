import { Copyright, ListPlus, Pause, Play } from "lucide-react";
import { videoPictureUrl, type Sound } from "../api/client";
import { samplesUrl, usePeaks } from "../api/sounds";
import { usePlayer } from "../hearing/usePlayer";
import { useView } from "../show/openShow";
import { shortTime } from "../ui/format";
import { useInView } from "../ui/useInView";
import { Waveform } from "../ui/Waveform";
import { soundType } from "../show/dragTypes";
import { words } from "./words";

const columns = 64;

interface Props {
  sound: Sound;
  uses: number;
  selected: boolean;
  select: () => void;
  place: () => void;
}

/** One sound: play it, see its waveform, set its kind, drag it onto a slide or place it on the selected one. */
export function SoundItem({ sound, uses, selected, select, place }: Props) {
  const view = useView();
  // With hundreds of sounds, playback would wait behind all their waveforms.
  const [item, isInView] = useInView<HTMLLIElement>();
  const { data: peaks } = usePeaks(view.id, sound, 0, sound.figures.frames, columns, isInView);
  const { player, playing, play } = usePlayer(samplesUrl(view.id, sound));
  return (
    <li
      ref={item}
      className={`hover:bg-base-300 group flex cursor-grab items-center gap-2 rounded-md px-2 py-1.5 ${selected ? "bg-base-300" : ""}`}
      draggable
      data-sound={sound.name}
      onDragStart={(event) => {
        event.dataTransfer.setData(soundType, sound.id);
        event.dataTransfer.effectAllowed = "copy";
      }}
    >
      <button
        type="button"
        className="text-primary grid h-8 w-6 shrink-0 cursor-pointer place-items-center rounded"
        aria-label={playing ? words.stop(sound.name) : words.play(sound.name)}
        onClick={() => (playing ? player.stop() : play(0, sound.figures.frames))}
      >
        {playing ? <Pause size={16} fill="currentColor" /> : <Play size={16} fill="currentColor" />}
      </button>
      <div className="min-w-0 grow">
        <div className="flex items-baseline justify-between gap-2">
          <button
            type="button"
            className="min-w-0 cursor-pointer truncate text-left font-semibold"
            title={sound.fileName}
            aria-pressed={selected}
            onClick={select}
          >
            {sound.name}
          </button>
          <span className="muted figures shrink-0 text-xs">{shortTime(sound.figures.frames)}</span>
        </div>
        <div className="flex h-6 items-center justify-between gap-2">
          {sound.video ? (
            <img
              src={videoPictureUrl(view.id, sound.media, 0, 160)}
              alt=""
              className="bg-base-300 h-6 w-11 shrink-0 rounded-sm object-cover"
              draggable={false}
            />
          ) : (
            <Waveform peaks={peaks ?? []} color={`var(--${sound.kind})`} className="h-4 w-20 min-w-8" />
          )}
          <span className="muted shrink-0 text-xs group-focus-within:hidden group-hover:hidden">
            {view.soundProblems[sound.id] && (
              <span className="text-error font-semibold" title={view.soundProblems[sound.id]}>
                {words.silent}{" "}
              </span>
            )}
            {sound.figures.missingFrames > 0 && (
              <span className="text-warning" title={words.damagedWhy}>
                {words.damaged}{" "}
              </span>
            )}
            {view.rightsMissing[sound.id] && (
              <span className="mr-1.5" title={words.notKnown(view.rightsMissing[sound.id] ?? [])}>
                <Copyright
                  size={13}
                  className="text-warning inline align-[-2px]"
                  role="img"
                  aria-label={words.rightsMissing}
                />
              </span>
            )}
            {words.uses(uses)}
          </span>
          <span className="hidden items-center gap-1 text-xs group-focus-within:flex group-hover:flex pointer-coarse:flex">
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={words.place(sound.name)}
              title={words.placeHere}
              onClick={place}
            >
              <ListPlus size={15} />
            </button>
          </span>
        </div>
      </div>
    </li>
  );
}
