import type { Cue, FadeCurve } from "../../api/client";
import { Select, MsField } from "../../ui/fields";
import { Row } from "../Topic";
import { common, useEditEach } from "./chosen";
import { words } from "./words";

const ends = ["in", "out"] as const;
type End = (typeof ends)[number];

const curves: readonly (readonly [FadeCurve, string])[] = [
  ["equalPower", words.curves.equalPower],
  ["linear", words.curves.linear],
  ["smooth", words.curves.smooth],
];

const fadeOf = (cue: Cue, end: End) => (end === "in" ? cue.fadeIn : cue.fadeOut);

/** The lengths of the fades. */
export function Fades({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  return ends.map((end) => (
    <Row key={end} label={words.fade[end]}>
      <MsField
        label={words.fade[end]}
        ms={common(cues, (cue) => fadeOf(cue, end).ms)}
        commit={(ms) =>
          each(
            (cue) => ({ kind: "setFade", cueId: cue.id, end, fade: { ...fadeOf(cue, end), ms } }),
            words.fadeOf(end, `${ms / 1000} s`),
          )
        }
      />
    </Row>
  ));
}

/** The curves of the fades. */
export function FadeCurves({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  return (
    <>
      {ends.map((end) => (
        <Row key={end} label={words.fadeCurve[end]}>
          <Select
            label={words.fadeCurve[end]}
            value={common(cues, (cue) => fadeOf(cue, end).curve)}
            options={curves}
            commit={(curve) =>
              each(
                (cue) => ({ kind: "setFade", cueId: cue.id, end, fade: { ...fadeOf(cue, end), curve } }),
                words.fadeOf(end, words.curves[curve]),
              )
            }
          />
        </Row>
      ))}
      {cues.some((cue) => cue.fit) && <p className="muted text-xs">{words.fadeOfFit}</p>}
    </>
  );
}
