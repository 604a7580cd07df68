import { useQueryClient } from "@tanstack/react-query";
import { checkedRevision } from "../api/checks";
import { useRef, type ReactNode } from "react";
import { Link } from "react-router";
import { useFindings } from "../findings/useChecks";
import { AtPlayhead } from "./AtPlayhead";
import { useOpenShow, useView } from "../show/openShow";
import { FileInput } from "../ui/FileInput";

/** What to do next by what is there, with the button that does it; nothing much once things are well. */
export function NextStep({ draft }: { draft: () => void }) {
  const view = useView();
  const { edit } = useOpenShow();
  const queries = useQueryClient();
  const { slides, cues } = view.show;
  const sounds = view.show.sounds.filter((s) => !s.removed);
  const used = new Set(cues.map((c) => c.soundId));
  const open = sounds.filter((s) => !used.has(s.id)).length;
  const findings = useFindings(view.id, view.revision).filter(({ leftSo }) => !leftSo);
  const finding =
    findings.find(({ found }) => found.gravity === "stops") ?? findings.find(({ found }) => found.gravity === "heard");
  if (slides.length === 0)
    return (
      <Next words="Drop a deck anywhere on this page: a presentation, a PDF, or pictures of the slides.">
        <Bring words="Bring a deck in" />
      </Next>
    );
  if (sounds.length === 0)
    return (
      <Next words="Drop music, voices or effects anywhere on this page.">
        <Bring words="Bring sounds in" />
      </Next>
    );
  if (open > 0 && cues.length === 0)
    return (
      <Next words="Drag a sound from the left onto the slide where it begins. Or have all of them laid, by their names and lengths, to look at first.">
        <button type="button" className="btn btn-primary btn-sm" onClick={draft}>
          Draft it for me
        </button>
      </Next>
    );
  return (
    <>
      {finding ? (
        <Next words={finding.found.sentence}>
          {finding.found.remedies.slice(0, 1).map((remedy) => (
            <button
              key={remedy.words}
              type="button"
              className="btn btn-primary btn-sm h-auto min-h-8 py-1"
              onClick={() => edit(remedy.edit, checkedRevision(queries, view.id))}
            >
              {remedy.words}
            </button>
          ))}
          <Link className="btn btn-sm" to={`/shows/${view.id}/checks`}>
            All checks
          </Link>
        </Next>
      ) : (
        <p className="muted text-sm">Choose a strand to shape how it sounds, or a slide to set how long it stays.</p>
      )}
      {open > 0 && (
        <p className="mt-3 flex flex-wrap items-center gap-2 text-sm">
          {open === 1 ? "One sound is" : `${open} sounds are`} not used yet.
          <button type="button" className="btn btn-xs" onClick={draft}>
            Draft the rest
          </button>
        </p>
      )}
      <AtPlayhead />
    </>
  );
}

function Next({ words, children }: { words: string; children: ReactNode }) {
  return (
    <section data-testid="next">
      <h2 className="mb-1.5 text-base">Next</h2>
      <p className="mb-2.5">{words}</p>
      <div className="flex flex-wrap gap-2">{children}</div>
    </section>
  );
}

function Bring({ words }: { words: string }) {
  const { importFiles } = useOpenShow();
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-primary btn-sm" onClick={() => chooser.current?.click()}>
        {words}
      </button>
      <FileInput ref={chooser} label="Files to begin with" multiple choose={(files) => importFiles(files)} />
    </>
  );
}
