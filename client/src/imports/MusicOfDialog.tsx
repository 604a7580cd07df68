import { useState } from "react";
import type { Schemas } from "../api/client";
import { useMusicOf, useTakeMusicOf } from "../api/music";
import { useShows } from "../api/shows";
import { useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { Choice, Tick } from "../ui/fields";

const ways: readonly (readonly [Schemas["MatchedBy"], string])[] = [
  ["sections", "sections of the same name"],
  ["titles", "their titles"],
  ["numbers", "their numbers"],
];

/** The music of another show laid on this one's slides: where each cue would go, before it does. */
export function MusicOfDialog({ close }: { close: () => void }) {
  const view = useView();
  const [chosen, setChosen] = useState<string>();
  const [by, setBy] = useState<Schemas["MatchedBy"]>(view.show.sections.length > 0 ? "sections" : "titles");
  const [left, setLeft] = useState<readonly string[]>([]);
  const { data: shows = [] } = useShows();
  const others = shows.filter((s) => s.id !== view.id && s.sounds > 0 && !s.problem);
  const other = chosen ?? others[0]?.id;
  const { data: lines = [] } = useMusicOf(view.id, view.revision, other, by);
  const laid = lines.filter((l) => l.first !== null && !left.includes(l.cueId));
  const take = useTakeMusicOf(view.id);
  return (
    <Dialog
      title="Take the music of another show"
      close={close}
      wide
      actions={
        <button
          type="button"
          className="btn btn-primary"
          disabled={laid.length === 0 || take.isPending}
          onClick={() => other && take.mutate({ other, by, cueIds: laid.map((l) => l.cueId) }, { onSuccess: close })}
        >
          {laid.length === 1 ? "Lay one cue" : `Lay ${laid.length} cues`}
        </button>
      }
    >
      {others.length === 0 ? (
        <p className="muted">There is no other show with sounds.</p>
      ) : (
        <>
          <p className="mb-3 flex flex-wrap items-center gap-2">
            From{" "}
            <Choice
              label="From which show"
              value={other ?? ""}
              options={others.map((s) => [s.id, s.title] as const)}
              commit={setChosen}
              width="18rem"
            />
            with slides matched by <Choice label="Matched by" value={by} options={ways} commit={setBy} width="15rem" />
          </p>
          <table className="mb-4 w-full">
            <thead className="muted text-left text-sm">
              <tr>
                <th className="font-normal">Cue</th>
                <th className="font-normal">There</th>
                <th className="font-normal">Here</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.cueId} className="line-t" data-carried={line.name}>
                  <td className="py-1.5">
                    <Tick
                      ticked={laid.includes(line)}
                      disabled={line.first === null}
                      set={(lay) => setLeft(lay ? left.filter((id) => id !== line.cueId) : [...left, line.cueId])}
                    >
                      <span>
                        {line.name} <span className="muted text-sm">{line.kind}</span>
                      </span>
                    </Tick>
                  </td>
                  <td className="muted">{line.was}</td>
                  <td className={line.first === null ? "text-warning" : ""}>{line.becomes}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="muted text-sm">
            Levels, fades, loops and fits come along, and the targets of that show. One undo takes all of it back.
          </p>
        </>
      )}
    </Dialog>
  );
}
