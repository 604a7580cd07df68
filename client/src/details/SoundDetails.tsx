import { Flag, Pause, Play, Volume2, X } from "lucide-react";
import { useRef } from "react";
import { changeSound } from "../api/changes";
import type { Sound } from "../api/client";
import { newId } from "../api/ids";
import { samplesUrl, useLighterCopy, usePeaks, useWeight } from "../api/sounds";
import { useEachFrame, usePlayer } from "../hearing/usePlayer";
import { useSeekSlider } from "../hearing/useSeekSlider";
import { useOpenShow, useView } from "../show/openShow";
import { Select } from "../ui/fields";
import { msOfFrames, seconds, shortTime, time } from "../ui/format";
import { FileInput } from "../ui/FileInput";
import { ValueField } from "../ui/ValueField";
import { Waveform } from "../ui/Waveform";
import { VideoPreview } from "../videos/VideoPreview";
import { RightsEditor } from "./RightsEditor";
import { Buttons, Row, Topic } from "./Topic";
import { words } from "./words";

const columns = 260;

/** A sound of the show: play it, add markers, see its measurements, enter its usage rights. */
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
            label={words.soundName}
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
            {view.soundProblems[sound.id]} {words.silentUntilThen}
          </p>
          <Replace sound={sound} name={words.chooseFile} />
        </div>
      )}
      {sound.figures.missingFrames > 0 && (
        <div role="alert" className="mb-3 text-sm">
          <p className="text-warning mb-2">{words.damaged(time(sound.figures.missingFrames))}</p>
          <Replace sound={sound} name={words.chooseAnother} />
        </div>
      )}
      <Listen sound={sound} />
      <div className="mb-3">
        <Row label={words.kind}>
          {sound.video ? (
            <b>{words.kinds.video}</b>
          ) : (
            <Select
              label={words.kind}
              value={sound.kind}
              options={[
                ["bed", words.kinds.bed],
                ["voice", words.kinds.voice],
                ["spot", words.kinds.spot],
              ]}
              commit={(soundKind) => edit({ kind: "setSoundKind", soundId: sound.id, soundKind })}
            />
          )}
          <button type="button" className="btn btn-xs" onClick={place}>
            {words.place}
          </button>
        </Row>
      </div>
      <Figures sound={sound} />
      <RightsEditor key={sound.id} sound={sound} />
      <FilePart sound={sound} />
    </div>
  );
}

/** The waveform of the whole sound: play, scrub and mark. */
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
  const slider = useSeekSlider<HTMLDivElement>({
    label: words.playPosition(sound.name),
    player,
    frames: frames - 1,
    go,
  });
  const set = (markers: (before: Sound["markers"]) => Sound["markers"]) =>
    edit(changeSound(sound.id, (now) => ({ kind: "setMarkers", soundId: now.id, markers: markers(now.markers) })));
  const here = () => Math.round(player.position());
  return (
    <div className="mb-2">
      {sound.video && <VideoPreview video={sound} player={player} />}
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
          {playing ? words.stop : words.play}
        </button>
        <span ref={clock} className="figures text-sm">
          {words.zero}
        </span>
        <span className="muted figures text-xs whitespace-nowrap">{words.ofTotal(shortTime(frames))}</span>
        <label className="muted ml-auto flex items-center gap-1" title={words.volume}>
          <Volume2 size={14} aria-hidden="true" />
          <input
            type="range"
            className="range range-xs w-12"
            aria-label={words.volume}
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
              aria-label={words.goTo(marker.name)}
              onClick={() => go(marker.frame)}
            >
              {time(marker.frame)}
            </button>
            <ValueField
              label={words.markerName(time(marker.frame))}
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
              title={words.moveMarkerHint}
              onClick={() => {
                const frame = here();
                set((all) => all.map((m) => (m.id === marker.id ? { ...m, frame } : m)));
              }}
            >
              {words.moveMarker}
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square"
              aria-label={words.removeMarker(marker.name)}
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
        <Flag size={13} /> {words.addMarker}
      </button>
    </div>
  );
}

/** A marker name that is not in use. */
function freeName(markers: Sound["markers"]) {
  let number = 1;
  while (markers.some((marker) => marker.name === words.marker(number))) number++;
  return words.marker(number);
}

/** The measurements of a sound. */
function Figures({ sound }: { sound: Sound }) {
  const { figures } = sound;
  const { video } = sound;
  const rows = [
    ...(video
      ? [
          [words.picture, words.pictureSize(video.width, video.height, Math.round(video.picturesPerSecond))] as const,
          [words.codec, words.codecOf(video.coding, video.highRange)] as const,
        ]
      : []),
    [words.range, unit(figures.rangeLu, "LU")],
    [words.truePeak, unit(figures.truePeakDbtp, "dBTP")],
    [words.silence, words.silences(seconds(msOfFrames(figures.leadFrames)), seconds(msOfFrames(figures.tailFrames)))],
    [words.format, words.formatOf(figures.sampleRate / 1000, figures.channels)],
  ] as const;
  return (
    <Topic
      title={words.measurements}
      more={{
        name: "measured",
        contents: words.measurementsMore,
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
        {words.lengthAndLoudness(shortTime(figures.frames), unit(figures.loudnessLufs, "LUFS"))}
      </p>
    </Topic>
  );
}

const unit = (value: number | null, of: string) =>
  value === null ? words.none : `${value < 0 ? "−" : ""}${Math.abs(value).toFixed(1)} ${of}`;

/** Replaces the file, compresses it, or removes the sound. */
function FilePart({ sound }: { sound: Sound }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { data: weight } = useWeight(view.id, sound);
  const lighter = useLighterCopy(view.id, sound.id);
  const cues = view.show.cues.filter((c) => c.soundId === sound.id).length;
  const offeredAbove = view.soundProblems[sound.id] !== undefined || sound.figures.missingFrames > 0;
  return (
    <Topic title={words.file}>
      {weight && (
        <p className="figures text-sm">
          {words.adds(megabytes(weight.bytes))}
          {weight.lighterBytes != null && (
            <>
              {" "}
              {words.compressedSize(megabytes(weight.lighterBytes))}{" "}
              <button type="button" className="btn btn-xs" onClick={() => lighter.mutate(undefined)}>
                {words.useCompressed}
              </button>
            </>
          )}
        </p>
      )}
      <Buttons>
        {!offeredAbove && <Replace sound={sound} name={words.replaceFile} />}
        <button type="button" className="btn btn-xs" onClick={() => edit({ kind: "removeSound", soundId: sound.id })}>
          {words.removeSound(cues)}
        </button>
      </Buttons>
    </Topic>
  );
}

/** Replaces the file of a sound. Its cues stay unchanged. */
function Replace({ sound, name }: { sound: Sound; name: string }) {
  const { replaceFile } = useOpenShow();
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-xs" onClick={() => chooser.current?.click()}>
        {name}
      </button>
      <FileInput ref={chooser} label={words.replacement} choose={([file]) => file && replaceFile(sound.id, file)} />
    </>
  );
}

const megabytes = (bytes: number) =>
  bytes < 950_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
