import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, api, type Cue, type Edit } from "../../api/client";
import { proposalsFor, say } from "../../api/queries";
import { useOpenShow } from "../../shows/ShowContext";
import { Choice, MsField } from "../../ui/fields";
import { ValueField } from "../../ui/ValueField";
import { Sentence } from "../Sentence";

/** The slides a cue lies on: chosen from lists, or typed. */
export function Where({ cue }: { cue: Cue }) {
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
          list="spans"
        />
        <datalist id="spans">
          {["all", "last 3", ...view.show.sections.map((s) => s.name)].map((way) => (
            <option key={way} value={way} />
          ))}
        </datalist>
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

/** The steps of a slide but its own coming, as choices. */
function useSteps(slideId: string | undefined) {
  const { view } = useOpenShow();
  const steps = view.show.slides.find((s) => s.id === slideId)?.steps ?? [];
  return steps.slice(1).map((s, k) => [s.id, `step ${k + 2}${s.label ? `, ${s.label}` : ""}`] as const);
}

/** The other cues a cue can come after, the likeliest first; asked for only where it comes after one. */
function useBefore(cue: Cue): readonly string[] {
  const { view } = useOpenShow();
  const { data } = useQuery({
    queryKey: ["proposals", view.id, cue.id, view.revision],
    queryFn: () => proposalsFor(view.id, cue.id),
    placeholderData: keepPreviousData,
    enabled: cue.start.kind === "after",
  });
  const after = data?.after ?? [];
  return cue.start.cueId && !after.includes(cue.start.cueId) ? [cue.start.cueId, ...after] : after;
}

/** What a cue begins with, and whether it does so once or on every slide. */
export function Begins({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  const steps = useSteps(cue.span?.first);
  const { kind, stepId, cueId } = cue.start;
  const before = useBefore(cue);
  const nameOf = (id: string) => {
    const { sounds, cues } = view.show;
    return sounds.find((s) => s.id === cues.find((c) => c.id === id)?.soundId)?.name ?? "";
  };
  const start = (to: Cue["start"]) => edit({ kind: "setStart", cueId: cue.id, start: to });
  const after = (id: string) => start({ kind: "after", stepId: null, cueId: id });
  const likeliest = () =>
    proposalsFor(view.id, cue.id)
      .then((proposed) => {
        const [first] = proposed.after;
        if (!first) throw new Error("Every other cue waits for this one. Let one of them begin with its slide first.");
        after(first);
      })
      .catch(say);
  const set = (to: string) => {
    if (to === "after") void likeliest();
    else if (to === "slide" || to === "hand" || to === "end") start({ kind: to, stepId: null, cueId: null });
    else start({ kind: "step", stepId: to, cueId: null });
  };
  return (
    <>
      <Sentence>
        Begins{" "}
        <Choice
          label="Begins"
          value={kind === "step" ? (stepId ?? "") : kind}
          options={[
            ["slide", cue.eachSlide ? "with every slide" : "with its first slide"],
            ...steps.map(([id, words]) => [id, `with ${words}`] as const),
            ...(view.show.cues.length > 1 ? [["after", "after another cue"] as const] : []),
            ["end", "so as to end with its span"],
            ["hand", "by hand"],
          ]}
          commit={set}
          width="11.5rem"
        />
      </Sentence>
      {kind === "after" && (
        <Sentence>
          namely{" "}
          <Choice
            label="After which cue"
            value={cueId ?? ""}
            options={before.map((id) => [id, nameOf(id)] as const)}
            commit={after}
            width="11.5rem"
          />
        </Sentence>
      )}
      {kind !== "hand" && kind !== "end" && (
        <Sentence>
          {kind === "after" ? "with a gap of " : "after "}
          <MsField
            label={kind === "after" ? "Gap" : "Begins after"}
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

/** When a cue ends. */
export function Ends({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  const steps = useSteps(cue.span?.last);
  const set = (stop: Cue["stop"], stepId: string | null, offsetMs: number): void => {
    const made: Edit = { kind: "setStop", cueId: cue.id, stop, stepId, offsetMs };
    edit(made);
  };
  const value = cue.stop === "step" ? (cue.stopStepId ?? "") : cue.stop;
  const whole: readonly (readonly [string, string])[] = [
    ["span", "with its span"],
    ...steps.map(([id, words]) => [id, `at ${words}`] as const),
    ["finished", "when it has finished"],
    ["show", "with the show"],
  ];
  return (
    <>
      <Sentence>
        Ends{" "}
        <Choice
          label="Ends"
          value={value}
          options={whole}
          commit={(to) => (to === "span" || to === "finished" || to === "show" ? set(to, null, 0) : set("step", to, 0))}
          width="11.5rem"
        />
      </Sentence>
      {cue.stop !== "finished" && cue.stopOffsetMs !== 0 && (
        <Sentence>
          <MsField
            label="Ends earlier or later by"
            ms={Math.abs(cue.stopOffsetMs)}
            commit={(ms) => set(cue.stop, cue.stopStepId, cue.stopOffsetMs < 0 ? -ms : ms)}
          />{" "}
          {cue.stopOffsetMs < 0 ? "before that" : "after that"}
        </Sentence>
      )}
    </>
  );
}

/** What a cue does when its slides are come back to in a live show. */
export function Return({ cue }: { cue: Cue }) {
  const { edit } = useOpenShow();
  return (
    <Sentence>
      Come back to, it{" "}
      <Choice
        label="Come back to"
        value={cue.return}
        options={[
          ["startOver", "starts over"],
          ["pickUp", "picks up where it was"],
        ]}
        commit={(to) => edit({ kind: "setReturn", cueId: cue.id, return: to })}
      />
    </Sentence>
  );
}
