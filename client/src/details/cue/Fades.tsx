import type { Cue, FadeCurve } from "../../api/client";
import { useOpenShow } from "../../shows/ShowContext";
import { Choice, MsField } from "../../ui/fields";
import { Sentence, Topic } from "../Sentence";

const curves: readonly (readonly [FadeCurve, string])[] = [
  ["equalPower", "equal power"],
  ["linear", "linear"],
  ["smooth", "smooth"],
];

/** How a cue swells in and dies away. */
export function Fades({ cue }: { cue: Cue }) {
  return (
    <Topic title="How it fades">
      <FadeLine cue={cue} end="in" />
      <FadeLine cue={cue} end="out" />
      {cue.fit && (
        <p className="muted mt-1 text-xs">
          Music that ends by itself is left to; the fade out is for where it is broken off.
        </p>
      )}
    </Topic>
  );
}

function FadeLine({ cue, end }: { cue: Cue; end: "in" | "out" }) {
  const { edit } = useOpenShow();
  const fade = end === "in" ? cue.fadeIn : cue.fadeOut;
  const set = (change: Partial<typeof fade>) =>
    edit({ kind: "setFade", cueId: cue.id, end, fade: { ...fade, ...change } });
  return (
    <Sentence>
      {end === "in" ? "In" : "Out"}{" "}
      <MsField label={`Fade ${end}`} ms={fade.ms} commit={(ms) => set({ ms })} width="3.9rem" />{" "}
      <Choice
        label={`Course of the fade ${end}`}
        width="8rem"
        value={fade.curve}
        options={curves}
        commit={(curve) => set({ curve })}
      />
    </Sentence>
  );
}
