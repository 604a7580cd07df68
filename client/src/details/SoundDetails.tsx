import { Flag, Pause, Play, Volume2, X } from "lucide-react";
import { useRef } from "react";
import { changeSound } from "../api/changes";
import type { Sound } from "../api/client";
import { newId } from "../api/ids";
import { samplesUrl, useLighterCopy, usePeaks, useWeight } from "../api/sounds";
import { useEachFrame, usePlayer } from "../hearing/usePlayer";
import { useSeekSlider } from "../hearing/useSeekSlider";
import { useOpenShow, useView } from "../show/openShow";
import { Choice } from "../ui/fields";
import { msOfFrames, seconds, shortTime, time } from "../ui/format";
import { FileInput } from "../ui/FileInput";
import { ValueField } from "../ui/ValueField";
import { Waveform } from "../ui/Waveform";
import { Look } from "../videos/Look";
import { RightsEditor } from "./RightsEditor";
import { Sentence, Topic } from "./Sentence";

const columns = 260;

/** A sound of the show: hear it, mark points in it, see its figures, say whose it is. */
export function SoundDetails({ sound, place }: { sound: Sound; place: () => void }) {
  const view = useView();
  const { edit } = useOpenShow();
  return (
    <div data-testid="sound-details">
      <div className="mb-2 flex items-start gap-3">
        {sound.figures.hasCover && (
          <img className="size-14 rounded object-cover" src={`/api/shows/${view.id}/sounds/${sound.id}/cover`} alt="" />
        )}
        <div className="min-w-0 grow">
          <ValueField
            label="Name of the sound"
            words
            value={sound.name}
            show={(name) => name}
            read={(typed) => typed.trim() || undefined}
            commit={(name) => edit({ kind: "renameSound", soundId: sound.id, name })}
            width="100%"
          />
          <p className="muted mt-1 truncate text-xs" title={sound.fileName}>
            {sound.fileName}
          </p>
        </div>
      </div>
      {view.soundProblems[sound.id] && (
        <div role="alert" className="mb-3 text-sm">
          <p className="text-error mb-2">
            {view.soundProblems[sound.id]} Until then its cues keep silent; nothing of their settings is lost.
          </p>
          <Replace sound={sound} words="Choose the file" />
        </div>
      )}
      {sound.figures.missingFrames > 0 && (
        <div role="alert" className="mb-3 text-sm">
          <p className="text-warning mb-2">
            The file is damaged: {time(sound.figures.missingFrames)} at its end could not be read. Use what there is, or
            replace it.
          </p>
          <Replace sound={sound} words="Choose another file" />
        </div>
      )}
      <Listen sound={sound} />
      <div className="mb-3">
        <Sentence>
          It is a{" "}
          {sound.video ? (
            <b>video</b>
          ) : (
            <Choice
              label="Kind of the sound"
              value={sound.kind}
              options={[
                ["bed", "bed"],
                ["voice", "voice"],
                ["spot", "spot"],
              ]}
              commit={(soundKind) => edit({ kind: "setSoundKind", soundId: sound.id, soundKind })}
            />
          )}
          <button type="button" className="btn btn-xs" onClick={place}>
            Place it
          </button>
        </Sentence>
      </div>
      <Figures sound={sound} />
      <RightsEditor key={sound.id} sound={sound} />
      <Replacing sound={sound} />
    </div>
  );
}

/** The whole sound on its waveform: play, scrub, mark. Nothing of it is changed. */
function Listen({ sound }: { sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { frames } = sound.figures;
  const { data: peaks } = usePeaks(view.id, sound, 0, frames, columns);
  const { player, playing, play } = usePlayer(samplesUrl(view.id, sound));
  const line = useRef<HTMLDivElement>(null);
  const clock = useRef<HTMLSpanElement>(null);
  useEachFrame(player, (frame) => {
    if (line.current) line.current.style.left = `${(100 * frame) / frames}%`;
    if (clock.current) clock.current.textContent = time(frame);
  });
  const go = (frame: number) => {
    if (playing) play(frame, frames);
    else player.seek(frame);
  };
  const slider = useSeekSlider<HTMLDivElement>({ label: `Place in ${sound.name}`, player, frames: frames - 1, go });
  const set = (markers: (before: Sound["markers"]) => Sound["markers"]) =>
    edit(changeSound(sound.id, (now) => ({ kind: "setMarkers", soundId: now.id, markers: markers(now.markers) })));
  const here = () => Math.round(player.position());
  return (
    <div className="mb-2">
      {sound.video && <Look video={sound} player={player} />}
      <div {...slider} className="bg-base-200 relative h-16 cursor-text touch-none rounded-md">
        <Waveform peaks={peaks ?? []} color={`var(--${sound.kind})`} className="h-full w-full" />
        <div ref={line} className="bg-primary pointer-events-none absolute inset-y-0 w-0.5" aria-hidden="true" />
        {sound.markers.map((marker) => (
          <div
            key={marker.id}
            className="pointer-events-none absolute inset-y-0 w-px bg-current opacity-60"
            style={{ left: `${(100 * marker.frame) / frames}%` }}
            aria-hidden="true"
          />
        ))}
      </div>
      <div className="mt-1.5 flex items-center gap-2">
        <button
          type="button"
          className="btn btn-xs"
          onClick={() =>
            playing ? player.stop() : play(player.position() < frames - 1 ? player.position() : 0, frames)
          }
        >
          {playing ? <Pause size={13} fill="currentColor" /> : <Play size={13} fill="currentColor" />}{" "}
          {playing ? "Stop" : "Hear it"}
        </button>
        <span ref={clock} className="figures text-sm">
          0:00.0
        </span>
        <span className="muted figures text-xs whitespace-nowrap">of {shortTime(frames)}</span>
        <label className="muted ml-auto flex items-center gap-1" title="Level of listening">
          <Volume2 size={14} aria-hidden="true" />
          <input
            type="range"
            className="range range-xs w-12"
            aria-label="Level of listening"
            min={0}
            max={1}
            step={0.05}
            defaultValue={1}
            onChange={(event) => player.setVolume(Number(event.currentTarget.value))}
          />
        </label>
      </div>
      <ul className="mt-1.5 space-y-1">
        {sound.markers.map((marker) => (
          <li key={marker.id} className="flex items-center gap-1.5 text-sm">
            <button
              type="button"
              className="figures cursor-pointer underline decoration-dotted"
              aria-label={`Go to ${marker.name}`}
              onClick={() => go(marker.frame)}
            >
              {time(marker.frame)}
            </button>
            <ValueField
              label={`Name of the marker at ${time(marker.frame)}`}
              words
              value={marker.name}
              show={(name) => name}
              read={(typed) => typed.trim() || undefined}
              commit={(name) => set((all) => all.map((m) => (m.id === marker.id ? { ...m, name } : m)))}
              width="8.5rem"
            />
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              title="Move it to where the line is"
              onClick={() => {
                const frame = here();
                set((all) => all.map((m) => (m.id === marker.id ? { ...m, frame } : m)));
              }}
            >
              Here
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={`Remove the marker ${marker.name}`}
              onClick={() => set((all) => all.filter((m) => m.id !== marker.id))}
            >
              <X size={13} />
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-ghost btn-xs mt-1"
        onClick={() => {
          const marker = { id: newId(), frame: here() };
          set((all) => [...all, { ...marker, name: freeName(all) }]);
        }}
      >
        <Flag size={13} /> Mark this point
      </button>
    </div>
  );
}

/** A name that no marker has yet. */
function freeName(markers: Sound["markers"]) {
  let number = 1;
  while (markers.some((marker) => marker.name === `Marker ${number}`)) number++;
  return `Marker ${number}`;
}

/** What was measured. */
function Figures({ sound }: { sound: Sound }) {
  const { figures } = sound;
  const { video } = sound;
  const rows = [
    ...(video
      ? [
          ["Pictures", `${video.width} × ${video.height}, ${Math.round(video.picturesPerSecond)} a second`] as const,
          ["Coded as", `${video.coding}${video.highRange ? ", high range, toned down" : ""}`] as const,
        ]
      : []),
    ["Range", unit(figures.rangeLu, "LU")],
    ["True peak", unit(figures.truePeakDbtp, "dBTP")],
    ["Silence", `${seconds(msOfFrames(figures.leadFrames))} before, ${seconds(msOfFrames(figures.tailFrames))} after`],
    [
      "File",
      `${figures.sampleRate / 1000} kHz, ${figures.channels === 1 ? "mono" : figures.channels === 2 ? "stereo" : `${figures.channels} channels`}`,
    ],
  ] as const;
  return (
    <Topic
      title="Measured"
      rarer={{
        name: "measured",
        words: "range, true peak, silence, what the file is like",
        content: (
          <dl className="grid grid-cols-[5.5rem_1fr] gap-y-0.5 text-sm">
            {rows.map(([name, value]) => (
              <div key={name} className="contents">
                <dt className="muted">{name}</dt>
                <dd className="figures">{value}</dd>
              </div>
            ))}
          </dl>
        ),
      }}
    >
      <p className="figures text-sm">
        {shortTime(figures.frames)} long, {unit(figures.loudnessLufs, "LUFS")}
      </p>
    </Topic>
  );
}

const unit = (value: number | null, of: string) =>
  value === null ? "none" : `${value < 0 ? "−" : ""}${Math.abs(value).toFixed(1)} ${of}`;

/** Another file in its place, a lighter copy, or out of the show. */
function Replacing({ sound }: { sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { data: weight } = useWeight(view.id, sound);
  const lighter = useLighterCopy(view.id, sound.id);
  const cues = view.show.cues.filter((c) => c.soundId === sound.id).length;
  const offeredAbove = view.soundProblems[sound.id] !== undefined || sound.figures.missingFrames > 0;
  return (
    <Topic title="The file">
      {weight && (
        <p className="text-sm">
          Adds <b className="figures">{megabytes(weight.bytes)}</b> to a show that is handed over.
          {weight.lighterBytes != null && (
            <>
              {" "}
              A lighter copy would be about <b className="figures">{megabytes(weight.lighterBytes)}</b>.{" "}
              <button type="button" className="btn btn-xs" onClick={() => lighter.mutate(undefined)}>
                Use a lighter copy
              </button>
            </>
          )}
        </p>
      )}
      <Sentence>
        {!offeredAbove && <Replace sound={sound} words="Replace the file" />}
        <button type="button" className="btn btn-xs" onClick={() => edit({ kind: "removeSound", soundId: sound.id })}>
          Remove
        </button>
        {cues > 0 && (
          <span className="muted text-xs">its {cues === 1 ? "cue stays" : `${cues} cues stay`}, parked</span>
        )}
      </Sentence>
    </Topic>
  );
}

/** Another file in a sound's place; its cues stay as they are. */
function Replace({ sound, words }: { sound: Sound; words: string }) {
  const { replaceFile } = useOpenShow();
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-xs" onClick={() => chooser.current?.click()}>
        {words}
      </button>
      <FileInput
        ref={chooser}
        label="File to take its place"
        choose={([file]) => file && replaceFile(sound.id, file)}
      />
    </>
  );
}

const megabytes = (bytes: number) =>
  bytes < 950_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
