import { Link } from "react-router";
import type { Cue, Sound } from "../api/client";
import { useView } from "../show/openShow";
import { shortTime } from "../ui/format";
import { FitAll } from "./FitAll";
import { methods } from "../show/fitMethods";
import { words } from "./words";

interface Props {
  beds: readonly Cue[];
  chosen: Cue | undefined;
  soundOf: (cue: Cue) => Sound | undefined;
}

/** The beds of the show, each with its slides, length and fit. */
export function CueList({ beds, chosen, soundOf }: Props) {
  const view = useView();
  const numberOf = (id: string | undefined) => view.runningOrder.slides.find((s) => s.slideId === id)?.number;
  return (
    <nav
      aria-label={words.beds}
      className="line-r w-60 shrink-0 overflow-y-auto px-3 py-4 max-md:w-full max-md:overflow-visible max-md:py-2"
    >
      <h2 className="muted mb-2 px-2 font-sans text-xs font-semibold">{words.music}</h2>
      <ul className="space-y-1">
        {beds.map((cue) => (
          <li key={cue.id}>
            <Link
              to={`/shows/${view.id}/fit/${cue.id}`}
              aria-current={cue === chosen ? "page" : undefined}
              className={`block rounded-md px-2 py-1.5 ${cue === chosen ? "bg-secondary" : "hover:bg-base-300"}`}
            >
              <span className="block truncate font-semibold">{soundOf(cue)?.name}</span>
              <span className="muted flex justify-between text-xs">
                <span className="figures">
                  {words.slides(
                    numberOf(cue.span?.first) ?? words.noSlide,
                    numberOf(cue.span?.last) ?? words.noSlide,
                    shortTime(cue.outFrame - cue.inFrame),
                  )}
                </span>
                <span>
                  {cue.fit
                    ? methods[cue.fit.method].name
                    : cue.start.kind === "end"
                      ? words.endTogether
                      : words.notFitted}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {beds.length > 0 && <FitAll soundOf={soundOf} />}
    </nav>
  );
}
