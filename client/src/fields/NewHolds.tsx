import type { Schemas } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { hold } from "../ui/format";
import { words } from "./words";

interface Props {
  /** The proposed holds, and the revision they belong to. */
  offered: (Schemas["RepaceView"] & { revision: number }) | undefined;
  error: Error | null;
  /** Shown when no hold would change. */
  unchanged: string;
  done?: () => void;
}

/** Proposed and current holds side by side, with a button that applies them. */
export function NewHolds({ offered, error, unchanged, done }: Props) {
  const { edit } = useOpenShow();
  if (error) return <p className="text-sm">{error.message}</p>;
  if (!offered) return null;
  const changed = offered.slides.filter((s) => s.beforeMs !== s.afterMs).length;
  return (
    <>
      <ol className="mb-2 flex max-h-48 flex-wrap gap-1.5 overflow-y-auto text-sm">
        {offered.slides.map((slide) => (
          <li key={slide.slideId} className="bg-base-200 rounded-md px-2 py-1">
            <b className="figures">{slide.number}</b>{" "}
            <span className="figures">
              {slide.beforeMs === slide.afterMs ? (
                hold(slide.afterMs)
              ) : (
                <>
                  <s className="muted">{hold(slide.beforeMs)}</s> {hold(slide.afterMs)}
                </>
              )}
            </span>
            {slide.locked && <span className="muted"> {words.locked}</span>}
          </li>
        ))}
      </ol>
      {changed > 0 ? (
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => {
            edit(offered.edit, offered.revision);
            done?.();
          }}
        >
          {words.apply}
        </button>
      ) : (
        <p className="muted text-sm">{unchanged}</p>
      )}
    </>
  );
}
