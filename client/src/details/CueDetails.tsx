import type { Cue, Edit, FadeCurve } from "../api/client";
import { answered, api } from "../api/client";
import { say } from "../api/queries";
import { useOpenShow } from "../shows/ShowContext";
import { Choice, LevelField, MsField } from "../ui/fields";
import { time } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { PartEditor } from "./PartEditor";
import { Sentence, Topic } from "./Sentence";

const fill = 0;
const curves: readonly (readonly [FadeCurve, string])[] = [
  ["equalPower", "equal power"],
  ["linear", "linear"],
  ["smooth", "smooth"],
];

/** A cue in plain sentences, each value editable. */
export function CueDetails({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  const sound = view.show.sounds.find((s) => s.id === cue.soundId);
  const strand = view.strands.find((s) => s.cueId === cue.id);
  if (!sound) return null;
  return (
    <div data-testid="cue-details">
      <header className="mb-3 flex items-start justify-between gap-2">
        <h2 className="text-lg leading-tight break-words">{sound.name}</h2>
        <span
          className="shrink-0 rounded-full px-2.5 py-0.5 text-xs font-bold"
          style={{ background: `var(--${sound.kind}-fill)` }}
        >
          {sound.kind}
        </span>
      </header>
      <Topic title="Where it sounds">
        <Where cue={cue} />
        <Begins cue={cue} />
        <Sentence>
          Ends{" "}
          <Choice
            label="Ends"
            value={cue.stop}
            options={[
              ["span", "with its span"],
              ["finished", "when it has finished"],
            ]}
            commit={(stop) => edit({ kind: "setStop", cueId: cue.id, stop })}
          />
        </Sentence>
      </Topic>
      <Topic title={`What is used, of ${time(sound.figures.frames)}`}>
        <PartEditor cue={cue} sound={sound} />
        <Rounds cue={cue} />
      </Topic>
      <Topic title="How loud">
        <Level cue={cue} />
      </Topic>
      <Topic title="How it fades">
        <FadeLine cue={cue} end="in" />
        <FadeLine cue={cue} end="out" />
      </Topic>
      {strand && !strand.byHand ? (
        <p className="bg-base-300 mb-4 rounded-md px-3 py-2 text-sm">
          Sounds from <b className="figures">{time(strand.startFrame)}</b> to{" "}
          <b className="figures">{time(strand.endFrame)}</b>
          {strand.knots.length > 0 &&
            `, with ${strand.knots.length === 1 ? "one join" : `${strand.knots.length} joins`}`}
          .
        </p>
      ) : (
        <p className="bg-base-300 mb-4 rounded-md px-3 py-2 text-sm">
          {cue.span
            ? cue.start.kind === "hand"
              ? "It waits for a hand."
              : "It does not sound: it would begin after its span has ended."
            : "It is parked: give it slides, and it sounds again."}
        </p>
      )}
      <button type="button" className="btn btn-sm" onClick={() => edit({ kind: "removeCue", cueId: cue.id })}>
        Remove this cue
      </button>
    </div>
  );
}

/** The slides a cue lies on: chosen from lists, or typed. */
function Where({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  const order = view.runningOrder.slides;
  const numberOf = (slideId: string | undefined) => order.find((s) => s.slideId === slideId)?.number;
  const [first, last] = [numberOf(cue.span?.first), numberOf(cue.span?.last)];
  const options = order.map((s) => [s.slideId, `${s.number} · ${view.show.slides[s.index]?.title ?? ""}`] as const);
  const typed = async (text: string) => {
    const path = { params: { path: { id: view.id }, query: { typed: text } } };
    try {
      edit({ kind: "setSpan", cueId: cue.id, span: answered(await api.GET("/api/shows/{id}/span", path)) });
    } catch (problem) {
      say(problem as Error);
    }
  };
  const set = (from: string, through: string) =>
    edit({ kind: "setSpan", cueId: cue.id, span: { first: from, last: through } });
  return (
    <>
      <Sentence>
        Lies on slides{" "}
        <ValueField
          label="Slides"
          value={first === undefined || last === undefined ? "" : first === last ? `${first}` : `${first}–${last}`}
          show={(text) => text}
          read={(text) => text.trim() || undefined}
          commit={(text) => void typed(text)}
          width="5rem"
        />
      </Sentence>
      {cue.span && (
        <>
          <Sentence>
            from{" "}
            <Choice
              label="From slide"
              value={cue.span.first}
              options={options.filter(([id]) => (numberOf(id) ?? 0) <= (last ?? Infinity))}
              commit={(id) => set(id, cue.span?.last ?? id)}
              width="12.4rem"
            />
          </Sentence>
          <Sentence>
            through{" "}
            <Choice
              label="Through slide"
              value={cue.span.last}
              options={options.filter(([id]) => (numberOf(id) ?? 0) >= (first ?? 0))}
              commit={(id) => set(cue.span?.first ?? id, id)}
              width="11rem"
            />
          </Sentence>
        </>
      )}
    </>
  );
}

/** What a cue begins with, and whether it does so once or on every slide. */
function Begins({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  const slides = view.show.slides;
  const first = slides.find((s) => s.id === cue.span?.first);
  const steps = (first?.steps ?? []).slice(1);
  const value = cue.start.kind === "step" ? (cue.start.stepId ?? "") : cue.start.kind;
  const words = (step: (typeof steps)[number], k: number) => `with step ${k + 2}${step.label ? `, ${step.label}` : ""}`;
  return (
    <>
      <Sentence>
        Begins{" "}
        <Choice
          label="Begins"
          value={value}
          options={[
            ["slide", cue.eachSlide ? "with every slide" : "with its first slide"],
            ...steps.map((s, k) => [s.id, words(s, k)] as const),
            ["hand", "by hand"],
          ]}
          commit={(to) =>
            edit({
              kind: "setStart",
              cueId: cue.id,
              start: to === "slide" || to === "hand" ? { kind: to, stepId: null } : { kind: "step", stepId: to },
            })
          }
          width="11.5rem"
        />
      </Sentence>
      {cue.start.kind !== "hand" && (
        <Sentence>
          after{" "}
          <MsField
            label="Begins after"
            ms={cue.delayMs}
            commit={(delayMs) => edit({ kind: "setDelay", cueId: cue.id, delayMs })}
          />
        </Sentence>
      )}
      {cue.span && cue.span.first !== cue.span.last && (
        <Sentence>
          Sounds{" "}
          <Choice
            label="Sounds"
            value={cue.eachSlide ? "each" : "once"}
            options={[
              ["once", "once across its slides"],
              ["each", "anew on every slide"],
            ]}
            commit={(to) => edit({ kind: "setEachSlide", cueId: cue.id, eachSlide: to === "each" })}
          />
        </Sentence>
      )}
    </>
  );
}

function Rounds({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const set = (rounds: number) => edit({ kind: "setRounds", cueId: cue.id, rounds });
  const way = cue.rounds === fill ? "fill" : cue.rounds === 1 ? "once" : "times";
  return (
    <Sentence>
      Goes round{" "}
      <Choice
        label="Goes round"
        value={way}
        options={[
          ["once", "once"],
          ["times", "a number of times"],
          ["fill", "to fill the span"],
        ]}
        commit={(next) => set(next === "fill" ? fill : next === "once" ? 1 : 2)}
      />
      {way === "times" && (
        <>
          {" "}
          <ValueField
            label="Times"
            value={cue.rounds}
            show={String}
            read={(text) => (/^\d+$/.test(text.trim()) && Number(text) > 0 ? Number(text) : undefined)}
            step={(value, direction) => Math.max(1, value + direction)}
            commit={set}
            width="3rem"
          />
        </>
      )}
    </Sentence>
  );
}

function Level({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const set = (levelDb: number) => edit({ kind: "setLevel", cueId: cue.id, levelDb });
  return (
    <Sentence>
      Level <LevelField label="Level" db={cue.levelDb} commit={set} />
      <input
        key={cue.levelDb}
        type="range"
        className="range range-primary range-xs w-28"
        aria-label="Level, by sliding"
        min={-60}
        max={12}
        step={0.5}
        defaultValue={cue.levelDb}
        onPointerUp={(event) =>
          Number(event.currentTarget.value) !== cue.levelDb && set(Number(event.currentTarget.value))
        }
        onKeyUp={(event) => Number(event.currentTarget.value) !== cue.levelDb && set(Number(event.currentTarget.value))}
      />
    </Sentence>
  );
}

function FadeLine({ cue, end }: { cue: Cue; end: "in" | "out" }) {
  const { edit } = useOpenShow();
  const fade = end === "in" ? cue.fadeIn : cue.fadeOut;
  const set = (change: Partial<typeof fade>) => {
    const made: Edit = { kind: "setFade", cueId: cue.id, end, fade: { ...fade, ...change } };
    edit(made);
  };
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
