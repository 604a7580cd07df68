import { useQueryClient } from "@tanstack/react-query";
import { checkedRevision } from "../api/checks";
import { useRef, type ReactNode } from "react";
import { Link } from "react-router";
import { useFindings } from "../findings/useChecks";
import { AtPlayhead } from "./AtPlayhead";
import { words } from "./words";
import { useOpenShow, useView } from "../show/openShow";
import { FileInput } from "../ui/FileInput";

/** The next thing to do, with the button that does it. */
export function NextStep({ draft }: { draft: () => void }) {
  const view = useView();
  const { edit } = useOpenShow();
  const queries = useQueryClient();
  const { slides, cues } = view.show;
  const sounds = view.show.sounds.filter((s) => !s.removed);
  const used = new Set(cues.map((c) => c.soundId));
  const open = sounds.filter((s) => !used.has(s.id)).length;
  const findings = useFindings(view.id, view.revision).filter(({ ignored }) => !ignored);
  const finding =
    findings.find(({ found }) => found.severity === "blocker") ??
    findings.find(({ found }) => found.severity === "audible");
  if (slides.length === 0)
    return (
      <Next text={words.addDeckHint}>
        <AddFiles name={words.addDeck} />
      </Next>
    );
  if (sounds.length === 0)
    return (
      <Next text={words.addSoundsHint}>
        <AddFiles name={words.addSounds} />
      </Next>
    );
  if (open > 0 && cues.length === 0)
    return (
      <Next text={words.placeHint}>
        <button type="button" className="btn btn-primary btn-sm" onClick={draft}>
          {words.draft}
        </button>
      </Next>
    );
  return (
    <>
      {finding ? (
        <Next text={finding.found.sentence}>
          {finding.found.fixes.slice(0, 1).map((fix) => (
            <button
              key={fix.words}
              type="button"
              className="btn btn-primary btn-sm h-auto min-h-8 py-1"
              onClick={() => edit(fix.edit, checkedRevision(queries, view.id))}
            >
              {fix.words}
            </button>
          ))}
          <Link className="btn btn-sm" to={`/shows/${view.id}/checks`}>
            {words.allChecks}
          </Link>
        </Next>
      ) : (
        <p className="muted text-sm">{words.selectHint}</p>
      )}
      {open > 0 && (
        <p className="mt-3 flex flex-wrap items-center gap-2 text-sm">
          {words.unused(open)}
          <button type="button" className="btn btn-xs" onClick={draft}>
            {words.draftRest}
          </button>
        </p>
      )}
      <AtPlayhead />
    </>
  );
}

function Next({ text, children }: { text: string; children: ReactNode }) {
  return (
    <section data-testid="next">
      <h2 className="mb-1.5 text-base">{words.next}</h2>
      <p className="mb-2.5">{text}</p>
      <div className="flex flex-wrap gap-2">{children}</div>
    </section>
  );
}

function AddFiles({ name }: { name: string }) {
  const { importFiles } = useOpenShow();
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-primary btn-sm" onClick={() => chooser.current?.click()}>
        {name}
      </button>
      <FileInput ref={chooser} label={words.filesToStart} multiple choose={(files) => importFiles(files)} />
    </>
  );
}
