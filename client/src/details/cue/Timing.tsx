import type { Cue } from "../../api/client";
import { fetchProposals, fetchSpan, useProposals } from "../../api/cues";
import { reportError } from "../../api/errors";
import { useOpenShow, useView } from "../../show/openShow";
import { Select, MsField } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { words as shared } from "../../ui/words";
import { Row, Topic } from "../Topic";
import { common, useEditEach } from "./chosen";
import { words } from "./words";

interface Props {
  cues: readonly Cue[];
}

/** The slides of cues, their start and their end. */
export function Timing({ cues }: Props) {
  const [cue, ...more] = cues;
  const oneOf = more.length === 0 ? cue : undefined;
  return (
    <Topic
      title={words.timing}
      more={{
        name: "where",
        contents: words.timingMore,
        content: (
          <>
            {oneOf?.span && <Titles cue={oneOf} span={oneOf.span} />}
            <OnEach cues={cues} />
            <EndOffset cues={cues} />
            <Return cues={cues} />
            <Park cues={cues} />
          </>
        ),
      }}
    >
      <Slides cues={cues} />
      <Start cues={cues} />
      <End cues={cues} />
    </Topic>
  );
}

/** The slides of cues, as a field. */
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
      each((cue) => ({ kind: "setSpan", cueId: cue.id, span }), words.onSlides(text));
    } catch (problem) {
      reportError(problem);
    }
  };
  return (
    <Row label={words.slides}>
      <ValueField
        label={words.slides}
        value={said}
        show={(text) => text ?? shared.mixed}
        read={(text) => text.trim() || undefined}
        commit={(text) => text !== undefined && void typed(text)}
        width="5rem"
        list="spans"
      />
      <datalist id="spans">
        {[words.allSlides, words.lastThree, ...view.show.sections.map((s) => s.name)].map((way) => (
          <option key={way} value={way} />
        ))}
      </datalist>
    </Row>
  );
}

/** The numbers of the shown slides. */
function useNumbers() {
  const view = useView();
  return (slideId: string | undefined) => view.runningOrder.slides.find((s) => s.slideId === slideId)?.number;
}

/** The first and the last slide of a cue, as lists of titles. */
function Titles({ cue, span }: { cue: Cue; span: NonNullable<Cue["span"]> }) {
  const view = useView();
  const { edit } = useOpenShow();
  const numberOf = useNumbers();
  const options = view.runningOrder.slides.map(
    (s) => [s.slideId, words.slideTitle(s.number, view.show.slides[s.index]?.title ?? "")] as const,
  );
  const set = (to: NonNullable<Cue["span"]>) => edit({ kind: "setSpan", cueId: cue.id, span: to });
  return (
    <>
      <Row label={words.firstSlide}>
        <Select
          label={words.firstSlide}
          value={span.first}
          options={options.filter(([id]) => (numberOf(id) ?? 0) <= (numberOf(span.last) ?? Infinity))}
          commit={(first) => set({ ...span, first })}
        />
      </Row>
      <Row label={words.lastSlide}>
        <Select
          label={words.lastSlide}
          value={span.last}
          options={options.filter(([id]) => (numberOf(id) ?? 0) >= (numberOf(span.first) ?? 0))}
          commit={(last) => set({ ...span, last })}
        />
      </Row>
    </>
  );
}

/** The steps of a slide after the first, as options. */
function useSteps(slideId: string | undefined) {
  const view = useView();
  const steps = view.show.slides.find((s) => s.id === slideId)?.steps ?? [];
  return steps.slice(1).map((s, k) => [s.id, words.atStep(k + 2, s.label)] as const);
}

/** The cues that a cue can follow, the most likely first; requested only when it follows one. */
function useBefore(cue: Cue | undefined): readonly string[] {
  const view = useView();
  const { data } = useProposals(view.id, cue?.id, view.revision, cue?.start.kind === "after");
  const after = data?.after ?? [];
  return cue?.start.cueId && !after.includes(cue.start.cueId) ? [cue.start.cueId, ...after] : after;
}

/** What cues start with, and their delay. */
export function Start({ cues }: Props) {
  const view = useView();
  const each = useEditEach(cues);
  const [cue, ...more] = cues;
  const one = more.length === 0 ? cue : undefined;
  const steps = useSteps(common(cues, ({ span }) => span?.first));
  const kind = common(cues, ({ start }) => start.kind);
  const firstSlide = useNumbers()(common(cues, ({ span }) => span?.first));
  const before = useBefore(one);
  const nameOf = (id: string) => {
    const { sounds, cues: all } = view.show;
    return sounds.find((s) => s.id === all.find((c) => c.id === id)?.soundId)?.name ?? "";
  };
  const start = (to: Cue["start"], what: string) =>
    each(({ id }) => ({ kind: "setStart", cueId: id, start: to }), what);
  const after = (id: string) => start({ kind: "after", stepId: null, cueId: id }, words.startsAfter(nameOf(id)));
  const likeliest = (of: Cue) =>
    fetchProposals(view.id, of.id)
      .then((proposed) => {
        const [first] = proposed.after;
        if (!first) throw new Error(words.allWait);
        after(first);
      })
      .catch(reportError);
  const options: readonly (readonly [string, string])[] = [
    ["slide", common(cues, (c) => c.eachSlide) ? words.withEverySlide : words.withSlide(firstSlide)],
    ...steps,
    ...(one && view.show.cues.length > 1 ? [["after", words.afterCue] as const] : []),
    ["end", words.toEndWithSlides],
    ["hand", words.manually],
  ];
  const set = (to: string) => {
    const what = words.starts(options.find(([id]) => id === to)?.[1] ?? "");
    if (to === "after") void (one && likeliest(one));
    else if (to === "slide" || to === "hand" || to === "end") start({ kind: to, stepId: null, cueId: null }, what);
    else start({ kind: "step", stepId: to, cueId: null }, what);
  };
  return (
    <>
      <Row label={words.start}>
        <Select
          label={words.start}
          value={common(cues, (c) => (c.start.kind === "step" ? (c.start.stepId ?? "") : c.start.kind))}
          options={options}
          commit={set}
        />
      </Row>
      {one && kind === "after" && (
        <Row label={words.after}>
          <Select
            label={words.after}
            value={one.start.cueId ?? ""}
            options={before.map((id) => [id, nameOf(id)] as const)}
            commit={after}
          />
        </Row>
      )}
      {kind !== "hand" && kind !== "end" && (
        <Row label={words.delay}>
          <MsField
            label={words.delay}
            ms={common(cues, (c) => c.delayMs)}
            commit={(delayMs) =>
              each(({ id }) => ({ kind: "setDelay", cueId: id, delayMs }), words.delayOf(delayMs / 1000))
            }
          />
        </Row>
      )}
    </>
  );
}

/** Whether cues continue or restart on each of several slides. */
function OnEach({ cues }: Props) {
  const each = useEditEach(cues);
  if (!cues.some(({ span }) => span && span.first !== span.last)) return null;
  return (
    <Row label={words.onEachSlide}>
      <Select
        label={words.onEachSlide}
        value={common(cues, (cue) => (cue.eachSlide ? "each" : "once"))}
        options={[
          ["once", words.each.once],
          ["each", words.each.each],
        ]}
        commit={(to) =>
          each(
            ({ id }) => ({ kind: "setEachSlide", cueId: id, eachSlide: to === "each" }),
            `${words.onEachSlide}: ${words.each[to]}`,
          )
        }
      />
    </Row>
  );
}

/** When cues end. */
export function End({ cues }: Props) {
  const each = useEditEach(cues);
  const steps = useSteps(common(cues, ({ span }) => span?.last));
  const { endings } = words;
  const options: readonly (readonly [string, string])[] = [
    ["span", endings.span],
    ...steps,
    ["finished", endings.finished],
    ["show", endings.show],
  ];
  const set = (to: string) => {
    const isStep = !(to in endings);
    each(
      ({ id }) => ({
        kind: "setStop",
        cueId: id,
        stop: isStep ? "step" : (to as keyof typeof endings),
        stepId: isStep ? to : null,
        offsetMs: 0,
      }),
      words.ends(options.find(([id]) => id === to)?.[1] ?? ""),
    );
  };
  return (
    <Row label={words.end}>
      <Select
        label={words.end}
        value={common(cues, ({ stop, stopStepId }) => (stop === "step" ? (stopStepId ?? "") : stop))}
        options={options}
        commit={set}
      />
    </Row>
  );
}

/** How much earlier or later cues end, after their end was dragged. */
export function EndOffset({ cues }: Props) {
  const each = useEditEach(cues);
  if (cues.every((cue) => cue.stop === "finished" || cue.stopOffsetMs === 0)) return null;
  const earlier = common(cues, (cue) => cue.stopOffsetMs < 0);
  return (
    <Row label={words.endOffset}>
      <MsField
        label={words.endOffset}
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
            words.offsetOf(ms / 1000),
          )
        }
      />
      <span className="muted text-sm">
        {earlier === undefined ? words.earlierOrLater : earlier ? words.earlier : words.later}
      </span>
    </Row>
  );
}

/** What cues do when their slides are revisited. */
function Return({ cues }: Props) {
  const each = useEditEach(cues);
  const { returns } = words;
  return (
    <Row label={words.revisited}>
      <Select
        label={words.revisited}
        value={common(cues, (cue) => cue.return)}
        options={[
          ["startOver", returns.startOver],
          ["pickUp", returns.pickUp],
        ]}
        commit={(to) => each(({ id }) => ({ kind: "setReturn", cueId: id, return: to }), words.revisits(returns[to]))}
      />
    </Row>
  );
}

/** Parks cues: takes them off their slides and keeps their settings. */
function Park({ cues }: Props) {
  const each = useEditEach(cues);
  if (cues.every(({ span }) => !span)) return null;
  return (
    <button
      type="button"
      className="btn btn-xs"
      title={words.parkHint}
      onClick={() => each(({ id }) => ({ kind: "setSpan", cueId: id, span: null }), words.parkedEach)}
    >
      {words.park}
    </button>
  );
}
