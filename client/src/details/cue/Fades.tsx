import type { Cue, FadeCurve } from "../../api/client";
import { Choice, MsField } from "../../ui/fields";
import { Sentence } from "../Sentence";
import { common, useEditEach } from "./chosen";

type End = "in" | "out";

const curves: readonly (readonly [FadeCurve, string])[] = [
  ["equalPower", "equal power"],
  ["linear", "linear"],
  ["smooth", "smooth"],
];

const fadeOf = (cue: Cue, end: End) => (end === "in" ? cue.fadeIn : cue.fadeOut);

/** How long cues swell in and die away. */
export function Fades({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  const length = (end: End) => (
    <MsField
      label={`Fade ${end}`}
      ms={common(cues, (cue) => fadeOf(cue, end).ms)}
      commit={(ms) =>
        each(
          (cue) => ({ kind: "setFade", cueId: cue.id, end, fade: { ...fadeOf(cue, end), ms } }),
          `fade ${end} ${ms / 1000} s`,
        )
      }
      width="3.9rem"
    />
  );
  return (
    <Sentence>
      Fades in {length("in")} out {length("out")}
    </Sentence>
  );
}

/** The courses of the fades. */
export function FadeCurves({ cues }: { cues: readonly Cue[] }) {
  const each = useEditEach(cues);
  const course = (end: End) => (
    <Choice
      label={`Course of the fade ${end}`}
      width="7.2rem"
      value={common(cues, (cue) => fadeOf(cue, end).curve)}
      options={curves}
      commit={(curve) =>
        each(
          (cue) => ({ kind: "setFade", cueId: cue.id, end, fade: { ...fadeOf(cue, end), curve } }),
          `fade ${end} ${curves.find(([id]) => id === curve)?.[1] ?? ""}`,
        )
      }
    />
  );
  return (
    <>
      <Sentence>In {course("in")}</Sentence>
      <Sentence>Out {course("out")}</Sentence>
      {cues.some((cue) => cue.fit) && (
        <p className="muted text-xs">
          Music that ends by itself is left to; the fade out is for where it is broken off.
        </p>
      )}
    </>
  );
}
