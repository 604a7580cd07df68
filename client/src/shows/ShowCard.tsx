import { Copy, Trash2 } from "lucide-react";
import { Link } from "react-router";
import type { ShowCard as Card } from "../api/client";
import { shortTime } from "../ui/format";
import { words } from "./words";

/** A show in the list: its first slide, its title and its contents. */
export function ShowCard({ show, remove, copy }: { show: Card; remove: () => void; copy: () => void }) {
  return (
    <li className="bg-base-100 group relative overflow-hidden rounded-lg border border-[var(--line)]">
      {show.problem ? <Unreadable show={show} /> : <Readable show={show} />}
      {!show.problem && (
        <button
          type="button"
          className="btn btn-sm btn-square absolute top-2 right-12 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:opacity-100"
          aria-label={words.duplicateShow(show.title)}
          title={words.duplicate}
          onClick={copy}
        >
          <Copy size={16} />
        </button>
      )}
      <button
        type="button"
        className="btn btn-sm btn-square absolute top-2 right-2 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:opacity-100"
        aria-label={words.deleteShow(show.title)}
        title={words.delete}
        onClick={remove}
      >
        <Trash2 size={16} />
      </button>
    </li>
  );
}

/** A show that cannot be opened: the reason, and a download of its data. */
function Unreadable({ show }: { show: Card }) {
  return (
    <div className="flex h-full flex-col gap-3 p-4" role="alert">
      <h3 className="truncate pr-10 text-base" title={show.title}>
        {show.title}
      </h3>
      <p className="text-sm">{show.problem}</p>
      <a className="btn btn-sm mt-auto self-start" href={`/api/shows/${show.id}/written`} download>
        {words.downloadData}
      </a>
    </div>
  );
}

function Readable({ show }: { show: Card }) {
  return (
    <Link to={`/shows/${show.id}`} className="block">
      {show.firstSlide ? (
        <img
          className="bg-base-300 aspect-video w-full object-cover"
          src={`/api/shows/${show.id}/slides/${show.firstSlide}/picture?width=1280`}
          alt=""
          loading="lazy"
        />
      ) : (
        <div className="bg-base-300 muted grid aspect-video place-items-center">{words.noSlides}</div>
      )}
      <div className="p-4">
        <h3 className="truncate text-base" title={show.title}>
          {show.title}
        </h3>
        <p className="muted mt-1 text-sm">
          {words.contents(show.slides, show.sounds)}
          <span className="figures float-right">{shortTime(show.runningTimeFrames)}</span>
        </p>
      </div>
    </Link>
  );
}
