import { ArrowUp, Image, Plus, X } from "lucide-react";
import { useRef, useState } from "react";
import { changeSlide } from "../api/changes";
import type { Slide, Step } from "../api/client";
import { createPicture } from "../api/cues";
import { reportError } from "../api/errors";
import { newId } from "../api/ids";
import { pictureEndings } from "../show/fileKinds";
import { useOpenShow, useView } from "../show/openShow";
import { FileInput } from "../ui/FileInput";
import { MsField } from "../ui/fields";
import { framesOfMs, msOfFrames, seconds } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { Topic } from "./Topic";
import { words } from "./words";

/** The steps of a slide: their names, times, order and pictures. */
export function StepsEditor({ slide }: { slide: Slide }) {
  const view = useView();
  const { edit, upload } = useOpenShow();
  const chooser = useRef<HTMLInputElement>(null);
  const [pictured, setPictured] = useState<string>();
  const { steps } = slide;
  const time = view.runningOrder.slides.find((s) => s.slideId === slide.id);
  const set = (next: (before: Step[]) => Step[]) =>
    edit(changeSlide(slide.id, (now) => ({ kind: "setSteps", slideId: now.id, steps: next(now.steps) })));
  const change = (id: string, of: Partial<Step>) => set((all) => all.map((s) => (s.id === id ? { ...s, ...of } : s)));
  const plannedMs = (k: number) => (time ? msOfFrames((time.stepFrames[k] ?? time.startFrame) - time.startFrame) : 0);
  const swap = (id: string) =>
    // Names and pictures swap; the times stay.
    set((all) => {
      const k = all.findIndex((s) => s.id === id);
      const [a, b] = [all[k - 1], all[k]];
      if (!a || !b) return all;
      return all.map((s) => (s === a ? { ...b, offsetMs: a.offsetMs } : s === b ? { ...a, offsetMs: b.offsetMs } : s));
    });
  const picture = async (file: File, stepId: string) => {
    try {
      const brought = await upload(file, "deck");
      change(stepId, { picture: await createPicture(brought) });
    } catch (problem) {
      reportError(problem);
    }
  };
  const more = {
    name: "steps",
    contents: words.stepsMore,
    content: (
      <>
        <ol className="space-y-1">
          {steps.map((step, k) =>
            k === 0 ? null : (
              <li key={step.id} className="flex items-center gap-1 text-sm">
                <span className="muted figures w-3.5 shrink-0 text-right text-xs">{k + 1}</span>
                <button
                  type="button"
                  className="btn btn-xs"
                  aria-label={words.stepPicture(k + 1)}
                  onClick={() => {
                    setPictured(step.id);
                    chooser.current?.click();
                  }}
                >
                  <Image size={14} /> {step.picture ? words.replacePicture : words.addPicture}
                </button>
                <button
                  type="button"
                  className="btn btn-xs"
                  aria-label={words.stepEarlier(k + 1)}
                  disabled={k < 2}
                  onClick={() => swap(step.id)}
                >
                  <ArrowUp size={14} /> {words.earlier}
                </button>
              </li>
            ),
          )}
        </ol>
        {framesOfMs(slide.holdMs) > 0 && <p className="muted text-xs">{words.evenShare}</p>}
      </>
    ),
  };
  return (
    <Topic title={words.steps(steps.length)} {...(steps.length > 1 ? { more } : {})}>
      {steps.length > 1 && (
        <ol className="space-y-1">
          {steps.map((step, k) =>
            k === 0 ? null : (
              <li key={step.id} className="flex items-center gap-1">
                <span className="muted figures w-3.5 shrink-0 text-right text-xs">{k + 1}</span>
                <ValueField
                  label={words.stepName(k + 1)}
                  words
                  value={step.label}
                  show={(label) => label}
                  read={(typed) => typed.trim()}
                  commit={(label) => change(step.id, { label })}
                  width="8rem"
                />
                <MsField
                  label={words.stepTime(k + 1)}
                  ms={step.offsetMs ?? plannedMs(k)}
                  show={(ms) => `${step.offsetMs === null ? "~" : ""}${seconds(ms)}`}
                  commit={(offsetMs) => change(step.id, { offsetMs })}
                  width="4.75rem"
                />
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={words.removeStep(k + 1)}
                  onClick={() => set((all) => all.filter((s) => s.id !== step.id))}
                >
                  <X size={14} />
                </button>
              </li>
            ),
          )}
        </ol>
      )}
      <FileInput
        ref={chooser}
        label={words.choosePicture}
        accept={pictureEndings}
        choose={([file]) => file && pictured !== undefined && void picture(file, pictured)}
      />
      <button
        type="button"
        className="btn btn-xs"
        onClick={() => {
          const step = { id: newId(), label: "", offsetMs: null, picture: null };
          set((all) => [...all, step]);
        }}
      >
        <Plus size={13} /> {words.addStep}
      </button>
    </Topic>
  );
}
