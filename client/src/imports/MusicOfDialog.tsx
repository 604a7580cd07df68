import { useState } from "react";
import type { Schemas } from "../api/client";
import { useMusicOf, useTakeMusicOf } from "../api/music";
import { useShows } from "../api/shows";
import { useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { Select, Checkbox } from "../ui/fields";
import { words } from "./words";

const ways = Object.entries(words.matchedBy) as [Schemas["SlideMatching"], string][];

/** The music of another show on this one's slides: where each cue would go, before it is applied. */
export function MusicOfDialog({ close }: { close: () => void }) {
  const view = useView();
  const [chosen, setChosen] = useState<string>();
  const [by, setBy] = useState<Schemas["SlideMatching"]>(view.show.sections.length > 0 ? "sections" : "titles");
  const [left, setLeft] = useState<readonly string[]>([]);
  const { data: shows = [] } = useShows();
  const others = shows.filter((s) => s.id !== view.id && s.sounds > 0 && !s.problem);
  const other = chosen ?? others[0]?.id;
  const { data: lines = [] } = useMusicOf(view.id, view.revision, other, by);
  const laid = lines.filter((l) => l.first !== null && !left.includes(l.cueId));
  const take = useTakeMusicOf(view.id);
  return (
    <Dialog
      title={words.musicOfShow}
      close={close}
      wide
      actions={
        <button
          type="button"
          className="btn btn-primary"
          disabled={laid.length === 0 || take.isPending}
          onClick={() => other && take.mutate({ other, by, cueIds: laid.map((l) => l.cueId) }, { onSuccess: close })}
        >
          {words.placeCues(laid.length)}
        </button>
      }
    >
      {others.length === 0 ? (
        <p className="muted">{words.noOtherShow}</p>
      ) : (
        <>
          <p className="mb-3 flex flex-wrap items-center gap-2">
            {words.fromShow}
            <Select
              label={words.fromShow}
              value={other ?? ""}
              options={others.map((s) => [s.id, s.title] as const)}
              commit={setChosen}
              width="18rem"
            />
            {words.matchBy} <Select label={words.matchBy} value={by} options={ways} commit={setBy} width="15rem" />
          </p>
          <table className="mb-4 w-full">
            <thead className="muted text-left text-sm">
              <tr>
                <th className="font-normal">{words.cue}</th>
                <th className="font-normal">{words.there}</th>
                <th className="font-normal">{words.here}</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.cueId} className="line-t" data-carried={line.name}>
                  <td className="py-1.5">
                    <Checkbox
                      checked={laid.includes(line)}
                      disabled={line.first === null}
                      set={(lay) => setLeft(lay ? left.filter((id) => id !== line.cueId) : [...left, line.cueId])}
                    >
                      <span>
                        {line.name} <span className="muted text-sm">{line.kind}</span>
                      </span>
                    </Checkbox>
                  </td>
                  <td className="muted">{line.was}</td>
                  <td className={line.first === null ? "text-warning" : ""}>{line.becomes}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="muted text-sm">{words.carried}</p>
        </>
      )}
    </Dialog>
  );
}
