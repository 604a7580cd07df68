import { Listening } from "../show/AnalysisProgress";
import { useOpenShow, useView } from "../show/openShow";
import { Checkbox } from "../ui/fields";
import type { useDraft } from "./useDraft";
import { Status } from "../ui/Status";
import { words } from "./words";

interface Props {
  drafted: ReturnType<typeof useDraft>;
  /** The excluded sounds, and a function to exclude or include one. */
  without: readonly string[];
  leave: (soundIds: readonly string[]) => void;
  close: () => void;
}

/** A draft soundtrack: each sound with its place and the reason; the user applies all of it or a part. */
export function DraftPanel({ drafted, without, leave, close }: Props) {
  const view = useView();
  const { edit } = useOpenShow();
  const { draft, listening, problem, again } = drafted;
  const take = () => {
    if (draft?.edit) edit(draft.edit, draft.revision);
    close();
  };
  return (
    <div data-testid="draft">
      <h2 className="mb-1.5 text-lg leading-tight">{words.title}</h2>
      {problem ? (
        <p role="alert" className="text-error mb-2 text-sm">
          {problem.message}
        </p>
      ) : (
        <Status className="mb-2 text-sm">{draft ? draft.says : words.reading}</Status>
      )}
      {listening && <Listening job={listening} again={again} />}
      <div className="bg-base-100 sticky top-0 z-10 flex gap-1.5 py-1.5">
        <button type="button" className="btn btn-primary btn-sm" disabled={!draft?.edit} onClick={take}>
          {words.apply}
        </button>
        <button type="button" className="btn btn-sm" onClick={close}>
          {words.cancel}
        </button>
      </div>
      <ul className="space-y-1.5">
        {draft?.cues.map((cue) => (
          <li key={cue.soundId} className="line-t pt-1.5 text-sm leading-snug">
            <Checkbox checked set={() => leave([...without, cue.soundId])}>
              <span className="min-w-0 truncate">
                <b style={{ color: `var(--${cue.kind}-text)` }}>{cue.name}</b>
              </span>
            </Checkbox>
            <p className="pl-7">
              <span className="font-semibold">{cue.where}</span>: <span className="muted">{cue.why}</span>
            </p>
          </li>
        ))}
        {without.map((soundId) => (
          <li key={soundId} className="line-t pt-1.5 text-sm">
            <Checkbox checked={false} set={() => leave(without.filter((id) => id !== soundId))}>
              <span className="muted">{view.show.sounds.find((s) => s.id === soundId)?.name}</span>
            </Checkbox>
          </li>
        ))}
        {draft?.leftOut.map((sound) => (
          <li key={sound.soundId} className="line-t muted pt-1.5 text-sm leading-snug">
            {sound.name}: {sound.why}
          </li>
        ))}
      </ul>
      {draft?.edit && <p className="muted mt-3 text-xs">{words.more}</p>}
    </div>
  );
}
