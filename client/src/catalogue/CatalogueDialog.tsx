import { Pause, Play } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { pieceUrl, useCatalogue, useTakePiece } from "../api/catalogue";
import type { CataloguePiece, Sound } from "../api/client";
import { isCancelled, reportError } from "../api/errors";
import { silence } from "../hearing/sounding";
import { useDebouncedValue } from "../ui/useDebouncedValue";
import { useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { framesPerSecond, shortTime } from "../ui/format";
import { words } from "./words";

const lengths: readonly (readonly [string, number, number])[] = [
  [words.anyLength, 0, 1e6],
  [words.under5, 0, 5],
  [words.to35, 5, 35],
  [words.over35, 35, 1e6],
];
const moods = [
  "calm",
  "warm",
  "playful",
  "lively",
  "serious",
  "curious",
  "steady",
  "cold",
  "attention",
  "plain",
  "glad",
  "sorry",
  "light",
];

interface Props {
  /** The sound to replace by one of its kind and similar length; undefined to add one. */
  instead?: Sound | undefined;
  close: () => void;
}

/** The sound catalogue: search, listen, add with the licence. */
export function CatalogueDialog({ instead, close }: Props) {
  const view = useView();
  const [query, setQuery] = useState("");
  const [kind, setKind] = useState<string>(instead?.kind ?? "");
  const [mood, setMood] = useState("");
  const [length, setLength] = useState(0);
  const [playing, setPlaying] = useState<string>();
  const player = useRef<HTMLAudioElement>(null);
  const [, least, most] = lengths[length] ?? ["", 0, 1e6];
  const { data, error, isFetching, refetch } = useCatalogue({
    words: useDebouncedValue(query, 250),
    kind,
    mood,
    least,
    most,
  });
  const take = useTakePiece(view.id, instead?.id);
  const taken = (piece: CataloguePiece) =>
    view.show.sounds.some((s) => !s.removed && s.rights.cataloguePiece === piece.id);

  useEffect(() => {
    const audio = player.current;
    return () => audio?.pause();
  }, []);
  const hear = (piece: CataloguePiece) => {
    const audio = player.current;
    if (!audio) return;
    if (playing === piece.id) {
      audio.pause();
      return;
    }
    silence();
    audio.src = pieceUrl(piece.id);
    setPlaying(piece.id);
    audio.play().catch((error: unknown) => {
      // Another piece was started, or this one stopped, while it was loading.
      if (isCancelled(error)) return;
      setPlaying(undefined);
      reportError(new Error(words.cannotPlay(piece.title)));
    });
  };

  return (
    <Dialog title={instead ? words.replace(instead.name) : words.find} close={close} wide>
      <audio
        ref={player}
        onPause={() => setPlaying(undefined)}
        onEnded={() => setPlaying(undefined)}
        className="hidden"
      />
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <input
          type="search"
          className="input input-sm bg-base-200 min-w-48 grow"
          placeholder={words.placeholder}
          aria-label={words.search}
          value={query}
          onChange={(event) => setQuery(event.currentTarget.value)}
        />
        <select className="value" aria-label={words.kind} value={kind} onChange={(e) => setKind(e.currentTarget.value)}>
          <option value="">{words.anyKind}</option>
          <option value="bed">{words.beds}</option>
          <option value="spot">{words.spots}</option>
        </select>
        <select className="value" aria-label={words.mood} value={mood} onChange={(e) => setMood(e.currentTarget.value)}>
          <option value="">{words.anyMood}</option>
          {moods.map((m) => (
            <option key={m}>{m}</option>
          ))}
        </select>
        <select
          className="value"
          aria-label={words.length}
          value={length}
          onChange={(e) => setLength(Number(e.currentTarget.value))}
        >
          {lengths.map(([name], i) => (
            <option key={name} value={i}>
              {name}
            </option>
          ))}
        </select>
        {isFetching && (
          <span className="loading loading-spinner loading-xs" role="status" aria-label={words.searching} />
        )}
      </div>
      {error && (
        <p role="alert" className="text-error mb-2">
          {error.message}{" "}
          <button type="button" className="btn btn-xs" onClick={() => void refetch()}>
            {words.tryAgain}
          </button>
        </p>
      )}
      {data?.length === 0 && (
        <p className="muted py-6 text-center">
          {words.noResults} {query ? words.fewerWords : words.otherFilter}
        </p>
      )}
      <ul>
        {(instead ? nearest(data ?? [], instead) : data)?.map((piece) => (
          <li key={piece.id} className="line-b flex items-center gap-3 py-1.5" data-piece={piece.title}>
            <button
              type="button"
              className="text-primary grid size-8 shrink-0 cursor-pointer place-items-center"
              aria-label={playing === piece.id ? words.stop(piece.title) : words.play(piece.title)}
              onClick={() => hear(piece)}
            >
              {playing === piece.id ? <Pause size={16} fill="currentColor" /> : <Play size={16} fill="currentColor" />}
            </button>
            <div className="min-w-0 grow">
              <p className="truncate">
                <b>{piece.title}</b> <span className="muted text-sm">{words.by(piece.author)}</span>
              </p>
              <p className="muted truncate text-xs">
                {piece.kind}, {piece.mood}; {piece.words}
              </p>
            </div>
            <span className="muted text-xs">{piece.licence}</span>
            <span className="figures w-12 text-right text-sm">
              {shortTime(Math.round(piece.seconds * framesPerSecond))}
            </span>
            <button
              type="button"
              className={`btn btn-xs ${instead ? "" : "w-16"}`}
              disabled={taken(piece) || (take.isPending && take.variables === piece.id)}
              onClick={() => take.mutate(piece.id, instead ? { onSuccess: close } : {})}
            >
              {taken(piece) ? words.added : instead ? words.use : words.add}
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

/** Pieces sorted by how close their lengths are to a sound's. */
const nearest = (pieces: readonly CataloguePiece[], { figures }: Sound) => {
  const off = ({ seconds }: CataloguePiece) => Math.abs(Math.log((seconds * framesPerSecond) / figures.frames));
  return pieces.toSorted((a, b) => off(a) - off(b));
};
