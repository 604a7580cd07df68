import { answered, api, type Cue, type Edit, type ShowView } from "../../api/client";
import { say } from "../../api/queries";
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

/** The other cues a cue could come after: first those that end within its span, the nearest to its beginning first. */
function likelyBefore(view: ShowView, cue: Cue): Cue[] {
  const endOf = (id: string) => view.strands.findLast((s) => s.cueId === id)?.endFrame ?? Infinity;
  const slide = (id: string | undefined) => view.runningOrder.slides.find((s) => s.slideId === id);
  const [start, end] = [slide(cue.span?.first)?.startFrame ?? 0, slide(cue.span?.last)?.endFrame ?? 0];
  const far = (other: Cue) => (endOf(other.id) < end ? Math.abs(endOf(other.id) - start) : Infinity);
  return view.show.cues
    .filter((c) => c.id !== cue.id && c.span)
    .sort((a, b) => (far(a) < far(b) ? -1 : far(a) > far(b) ? 1 : 0));
}

/** What a cue begins with, and whether it does so once or on every slide. */
export function Begins({ cue }: { cue: Cue }) {
  const { view, edit } = useOpenShow();
  const steps = useSteps(cue.span?.first);
  const { kind, stepId, cueId } = cue.start;
  const others = likelyBefore(view, cue);
  const nameOf = (other: Cue) => view.show.sounds.find((s) => s.id === other.soundId)?.name ?? "";
  const after = `after ${cueId ?? others[0]?.id ?? ""}`;
  const set = (to: string) => {
    const start: Cue["start"] =
      to === "slide" || to === "hand" || to === "end"
        ? { kind: to, stepId: null, cueId: null }
        : to.startsWith("after ")
          ? { kind: "after", stepId: null, cueId: to.slice("after ".length) }
          : { kind: "step", stepId: to, cueId: null };
    edit({ kind: "setStart", cueId: cue.id, start });
  };
  return (
    <>
      <Sentence>
        Begins{" "}
        <Choice
          label="Begins"
          value={kind === "step" ? (stepId ?? "") : kind === "after" ? after : kind}
          options={[
            ["slide", cue.eachSlide ? "with every slide" : "with its first slide"],
            ...steps.map(([id, words]) => [id, `with ${words}`] as const),
            ...(others.length > 0 ? [[after, "after another cue"] as const] : []),
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
            options={others.map((c) => [c.id, nameOf(c)] as const)}
            commit={(id) => set(`after ${id}`)}
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
