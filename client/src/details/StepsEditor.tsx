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
import { Topic } from "./Sentence";

/** The reveals of a slide: their names, times, order and pictures. */
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
    // Words and picture change places; the times stay where they are.
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
  const rarer = {
    name: "steps",
    words: "their order, pictures of their own",
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
                  aria-label={step.picture ? `Another picture for step ${k + 1}` : `A picture for step ${k + 1}`}
                  onClick={() => {
                    setPictured(step.id);
                    chooser.current?.click();
                  }}
                >
                  <Image size={14} /> {step.picture ? "Another picture" : "A picture of its own"}
                </button>
                <button
                  type="button"
                  className="btn btn-xs"
                  aria-label={`Step ${k + 1} earlier`}
                  disabled={k < 2}
                  onClick={() => swap(step.id)}
                >
                  <ArrowUp size={14} /> Earlier
                </button>
              </li>
            ),
          )}
        </ol>
        {framesOfMs(slide.holdMs) > 0 && (
          <p className="muted text-xs">A time with ~ is an even share of the hold. Type one to plan it.</p>
        )}
      </>
    ),
  };
  return (
    <Topic title={steps.length > 1 ? `${steps.length} steps` : "Steps"} {...(steps.length > 1 ? { rarer } : {})}>
      {steps.length > 1 && (
        <ol className="space-y-1">
          {steps.map((step, k) =>
            k === 0 ? null : (
              <li key={step.id} className="flex items-center gap-1">
                <span className="muted figures w-3.5 shrink-0 text-right text-xs">{k + 1}</span>
                <ValueField
                  label={`Name of step ${k + 1}`}
                  words
                  value={step.label}
                  show={(label) => label}
                  read={(typed) => typed.trim()}
                  commit={(label) => change(step.id, { label })}
                  width="8rem"
                />
                <MsField
                  label={`Time of step ${k + 1}`}
                  ms={step.offsetMs ?? plannedMs(k)}
                  show={(ms) => `${step.offsetMs === null ? "~" : ""}${seconds(ms)}`}
                  commit={(offsetMs) => change(step.id, { offsetMs })}
                  width="4.75rem"
                />
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={`Remove step ${k + 1}`}
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
        label="Picture for a step"
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
        <Plus size={13} /> Add a step
      </button>
    </Topic>
  );
}
