import type { Cue, Edit } from "../../api/client";
import { useOpenShow } from "../../shows/ShowContext";
import { LevelField, MsField } from "../../ui/fields";
import { Sentence, Topic } from "../Sentence";

/** What all have in common, or undefined where they differ. */
const common = (values: readonly number[]) => (values.every((v) => v === values[0]) ? values[0] : undefined);

/** Several cues at once: what is set counts for all of them, levels also by a difference. */
export function SeveralCues({ cues }: { cues: readonly Cue[] }) {
  const { edit, alone, hearAlone } = useOpenShow();
  const all = (make: (cue: Cue) => Edit, what: string) =>
    edit({ kind: "several", edits: cues.map(make), what: `${cues.length} cues: ${what}` });
  const shiftLevels = (byDb: number) => edit({ kind: "shiftLevels", cueIds: cues.map((c) => c.id), byDb });
  const muted = cues.every((c) => c.muted);
  const isAlone = cues.every((c) => alone.includes(c.id));
  return (
    <div data-testid="several-cues">
      <h2 className="mb-3 text-lg">{cues.length} cues</h2>
      <Topic title="How loud">
        <Sentence>
          Level of each{" "}
          <LevelField
            label="Level of each"
            db={common(cues.map((c) => c.levelDb))}
            commit={(levelDb) =>
              all((c) => ({ kind: "setLevel", cueId: c.id, levelDb, follows: false }), `level ${levelDb} dB`)
            }
          />
        </Sentence>
        <Sentence>
          or all{" "}
          {[-3, -1, 1, 3].map((by) => (
            <button key={by} type="button" className="btn btn-xs figures" onClick={() => shiftLevels(by)}>
              {by > 0 ? `+${by}` : `−${-by}`} dB
            </button>
          ))}
        </Sentence>
      </Topic>
      <Topic title="How they fade">
        {(["in", "out"] as const).map((end) => (
          <Sentence key={end}>
            {end === "in" ? "In" : "Out"}{" "}
            <MsField
              label={`Fade ${end} of each`}
              ms={common(cues.map((c) => (end === "in" ? c.fadeIn : c.fadeOut).ms))}
              commit={(ms) =>
                all(
                  (c) => ({
                    kind: "setFade",
                    cueId: c.id,
                    end,
                    fade: { ...(end === "in" ? c.fadeIn : c.fadeOut), ms },
                  }),
                  `fade ${end} ${ms / 1000} s`,
                )
              }
            />
          </Sentence>
        ))}
      </Topic>
      <div className="flex flex-wrap gap-1.5">
        <button
          type="button"
          className="btn btn-sm"
          aria-pressed={muted}
          onClick={() =>
            all((c) => ({ kind: "setMuted", cueId: c.id, muted: !muted }), muted ? "sound again" : "muted")
          }
        >
          {muted ? "Let them sound" : "Mute"}
        </button>
        <button
          type="button"
          className="btn btn-sm"
          aria-pressed={isAlone}
          onClick={() => hearAlone(isAlone ? [] : cues.map((c) => c.id))}
        >
          {isAlone ? "Hear all again" : "Hear alone"}
        </button>
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => all((c) => ({ kind: "setSpan", cueId: c.id, span: null }), "parked")}
        >
          Park
        </button>
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => all((c) => ({ kind: "removeCue", cueId: c.id }), "removed")}
        >
          Remove
        </button>
      </div>
    </div>
  );
}
