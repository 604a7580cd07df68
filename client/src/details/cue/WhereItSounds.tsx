import type { Cue } from "../../api/client";
import { fetchProposals, fetchSpan, useProposals } from "../../api/cues";
import { reportError } from "../../api/errors";
import { useOpenShow, useView } from "../../show/openShow";
import { Choice, MsField } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { Sentence, Topic } from "../Sentence";
import { common, useEditEach } from "./chosen";
import { words } from "../../ui/words";

interface Props {
  cues: readonly Cue[];
}

/** The slides cues lie on, what they begin with and when they end. */
export function WhereItSounds({ cues }: Props) {
  const [cue, ...more] = cues;
  const oneOf = more.length === 0 ? cue : undefined;
  return (
    <Topic
      title="Where it sounds"
      rarer={{
        name: "where",
        words: "slides by title, anew on every slide, earlier or later, coming back, parking",
        content: (
          <>
            {oneOf?.span && <Titles cue={oneOf} span={oneOf.span} />}
            <OnEach cues={cues} />
            <EndsBeside cues={cues} />
            <Return cues={cues} />
            <Park cues={cues} />
          </>
        ),
      }}
    >
      <Slides cues={cues} />
      <Begins cues={cues} />
      <Ends cues={cues} />
    </Topic>
  );
}

/** The slides cues lie on, typed. */
export function Slides({ cues }: Props) {
  const view = useView();
  const each = useEditEach(cues);
  const numberOf = useNumbers();
  const said = common(cues, ({ span }) => {
    const [first, last] = [numberOf(span?.first), numberOf(span?.last)];
    return first === undefined || last === undefined ? "" : first === last ? `${first}` : `${first}–${last}`;
  });
  const typed = async (text: string) => {
    try {
      const span = await fetchSpan(view.id, text);
      each((cue) => ({ kind: "setSpan", cueId: cue.id, span }), `slides ${text}`);
    } catch (problem) {
      reportError(problem);
    }
  };
  return (
    <Sentence>
      On slides{" "}
      <ValueField
        label="Slides"
        value={said}
        show={(text) => text ?? words.mixed}
        read={(text) => text.trim() || undefined}
        commit={(text) => text !== undefined && void typed(text)}
        width="5rem"
        list="spans"
      />
      <datalist id="spans">
        {["all", "last 3", ...view.show.sections.map((s) => s.name)].map((way) => (
          <option key={way} value={way} />
        ))}
      </datalist>
    </Sentence>
  );
}

/** The numbers of the slides that are shown. */
function useNumbers() {
  const view = useView();
  return (slideId: string | undefined) => view.runningOrder.slides.find((s) => s.slideId === slideId)?.number;
}

/** The first and the last slide of a cue, chosen by their titles. */
function Titles({ cue, span }: { cue: Cue; span: NonNullable<Cue["span"]> }) {
  const view = useView();
  const { edit } = useOpenShow();
  const numberOf = useNumbers();
  const options = view.runningOrder.slides.map(
    (s) => [s.slideId, `${s.number} · ${view.show.slides[s.index]?.title ?? ""}`] as const,
  );
  const set = (to: NonNullable<Cue["span"]>) => edit({ kind: "setSpan", cueId: cue.id, span: to });
  return (
    <>
      <Sentence>
        from{" "}
        <Choice
          label="From slide"
          value={span.first}
          options={options.filter(([id]) => (numberOf(id) ?? 0) <= (numberOf(span.last) ?? Infinity))}
          commit={(first) => set({ ...span, first })}
          width="12.4rem"
        />
      </Sentence>
      <Sentence>
        through{" "}
        <Choice
          label="Through slide"
          value={span.last}
          options={options.filter(([id]) => (numberOf(id) ?? 0) >= (numberOf(span.first) ?? 0))}
          commit={(last) => set({ ...span, last })}
          width="11rem"
        />
      </Sentence>
    </>
  );
}

/** The steps of a slide but its own coming, as choices. */
function useSteps(slideId: string | undefined) {
  const view = useView();
  const steps = view.show.slides.find((s) => s.id === slideId)?.steps ?? [];
  return steps.slice(1).map((s, k) => [s.id, `step ${k + 2}${s.label ? `, ${s.label}` : ""}`] as const);
}

/** The other cues a cue can come after, the likeliest first; asked for only where it comes after one. */
function useBefore(cue: Cue | undefined): readonly string[] {
  const view = useView();
  const { data } = useProposals(view.id, cue?.id, view.revision, cue?.start.kind === "after");
  const after = data?.after ?? [];
  return cue?.start.cueId && !after.includes(cue.start.cueId) ? [cue.start.cueId, ...after] : after;
}

/** What cues begin with. */
export function Begins({ cues }: Props) {
  const view = useView();
  const each = useEditEach(cues);
  const [cue, ...more] = cues;
  const one = more.length === 0 ? cue : undefined;
  const steps = useSteps(common(cues, ({ span }) => span?.first));
  const kind = common(cues, ({ start }) => start.kind);
  const firstSlide = useNumbers()(common(cues, ({ span }) => span?.first));
  const delayed = kind !== "hand" && kind !== "end";
  const before = useBefore(one);
  const nameOf = (id: string) => {
    const { sounds, cues: all } = view.show;
    return sounds.find((s) => s.id === all.find((c) => c.id === id)?.soundId)?.name ?? "";
  };
  const start = (to: Cue["start"], words: string) =>
    each(({ id }) => ({ kind: "setStart", cueId: id, start: to }), words);
  const after = (id: string) => start({ kind: "after", stepId: null, cueId: id }, `after ${nameOf(id)}`);
  const likeliest = (of: Cue) =>
    fetchProposals(view.id, of.id)
      .then((proposed) => {
        const [first] = proposed.after;
        if (!first) throw new Error("Every other cue waits for this one. Let one of them begin with its slide first.");
        after(first);
      })
      .catch(reportError);
  const options: readonly (readonly [string, string])[] = [
    [
      "slide",
      common(cues, (c) => c.eachSlide)
        ? "with every slide"
        : `with ${firstSlide ? `slide ${firstSlide}` : "its slide"}`,
    ],
    ...steps.map(([id, words]) => [id, `with ${words}`] as const),
    ...(one && view.show.cues.length > 1 ? [["after", "after another cue"] as const] : []),
    ["end", "so as to end with its span"],
    ["hand", "by hand"],
  ];
  const set = (to: string) => {
    const words = options.find(([id]) => id === to)?.[1] ?? "";
    if (to === "after") void (one && likeliest(one));
    else if (to === "slide" || to === "hand" || to === "end")
      start({ kind: to, stepId: null, cueId: null }, `begin ${words}`);
    else start({ kind: "step", stepId: to, cueId: null }, `begin ${words}`);
  };
  return (
    <>
      <Sentence>
        Begins{" "}
        <Choice
          label="Begins"
          value={common(cues, (c) => (c.start.kind === "step" ? (c.start.stepId ?? "") : c.start.kind))}
          options={options}
          commit={set}
          width={delayed ? "8.4rem" : "12.8rem"}
        />
        {delayed && (
          <>
            +{" "}
            <MsField
              label={kind === "after" ? "Gap" : "Begins after"}
              ms={common(cues, (c) => c.delayMs)}
              commit={(delayMs) =>
                each(({ id }) => ({ kind: "setDelay", cueId: id, delayMs }), `begin after ${delayMs / 1000} s`)
              }
              width="3.5rem"
            />
          </>
        )}
      </Sentence>
      {one && kind === "after" && (
        <Sentence>
          namely{" "}
          <Choice
            label="After which cue"
            value={one.start.cueId ?? ""}
            options={before.map((id) => [id, nameOf(id)] as const)}
            commit={after}
            width="11.5rem"
          />
        </Sentence>
      )}
    </>
  );
}

/** Whether cues of several slides sound once across them or anew on each. */
function OnEach({ cues }: Props) {
  const each = useEditEach(cues);
  if (!cues.some(({ span }) => span && span.first !== span.last)) return null;
  return (
    <Sentence>
      Sounds{" "}
      <Choice
        label="Sounds"
        value={common(cues, (cue) => (cue.eachSlide ? "each" : "once"))}
        options={[
          ["once", "once across its slides"],
          ["each", "anew on every slide"],
        ]}
        commit={(to) =>
          each(
            ({ id }) => ({ kind: "setEachSlide", cueId: id, eachSlide: to === "each" }),
            to === "each" ? "anew on every slide" : "once across their slides",
          )
        }
      />
    </Sentence>
  );
}

/** When cues end. */
export function Ends({ cues }: Props) {
  const each = useEditEach(cues);
  const steps = useSteps(common(cues, ({ span }) => span?.last));
  const whole: readonly (readonly [string, string])[] = [
    ["span", "with its span"],
    ...steps.map(([id, words]) => [id, `at ${words}`] as const),
    ["finished", "when it has finished"],
    ["show", "with the show"],
  ];
  const set = (to: string) => {
    const isStep = to !== "span" && to !== "finished" && to !== "show";
    each(
      ({ id }) => ({
        kind: "setStop",
        cueId: id,
        stop: isStep ? "step" : to,
        stepId: isStep ? to : null,
        offsetMs: 0,
      }),
      `end ${whole.find(([id]) => id === to)?.[1] ?? ""}`,
    );
  };
  return (
    <Sentence>
      Ends{" "}
      <Choice
        label="Ends"
        value={common(cues, ({ stop, stopStepId }) => (stop === "step" ? (stopStepId ?? "") : stop))}
        options={whole}
        commit={set}
        width="11.5rem"
      />
    </Sentence>
  );
}

/** By how much cues end earlier or later than that, where they were drawn so. */
export function EndsBeside({ cues }: Props) {
  const each = useEditEach(cues);
  if (cues.every((cue) => cue.stop === "finished" || cue.stopOffsetMs === 0)) return null;
  const earlier = common(cues, (cue) => cue.stopOffsetMs < 0);
  return (
    <Sentence>
      <MsField
        label="Ends earlier or later by"
        ms={common(cues, (cue) => Math.abs(cue.stopOffsetMs))}
        commit={(ms) =>
          each(
            ({ id, stop, stopStepId, stopOffsetMs }) => ({
              kind: "setStop",
              cueId: id,
              stop,
              stepId: stopStepId,
              offsetMs: stopOffsetMs < 0 ? -ms : ms,
            }),
            `end ${ms / 1000} s beside`,
          )
        }
      />{" "}
      {earlier === undefined ? "before or after that" : earlier ? "before that" : "after that"}
    </Sentence>
  );
}

/** What cues do when their slides are come back to in a live show. */
function Return({ cues }: Props) {
  const each = useEditEach(cues);
  const options = [
    ["startOver", "starts over"],
    ["pickUp", "picks up where it was"],
  ] as const;
  return (
    <Sentence>
      Come back to, it{" "}
      <Choice
        label="Come back to"
        value={common(cues, (cue) => cue.return)}
        options={options}
        commit={(to) =>
          each(
            ({ id }) => ({ kind: "setReturn", cueId: id, return: to }),
            `come back to, ${to === "pickUp" ? "pick up" : "start over"}`,
          )
        }
        width="9.4rem"
      />
    </Sentence>
  );
}

/** Takes cues off their slides, their settings kept. */
function Park({ cues }: Props) {
  const each = useEditEach(cues);
  if (cues.every(({ span }) => !span)) return null;
  return (
    <button
      type="button"
      className="btn btn-xs"
      title="Off its slides, with its settings kept"
      onClick={() => each(({ id }) => ({ kind: "setSpan", cueId: id, span: null }), "parked")}
    >
      Park
    </button>
  );
}
