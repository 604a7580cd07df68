import { FilePlus2 } from "lucide-react";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { answered, api } from "../api/client";
import { upload } from "../api/upload";
import { deckEndings, packageEnding } from "../decks/readable";
import { MsField } from "../ui/fields";
import { FileInput } from "../ui/FileInput";

/** Makes a show from a deck that is dropped or chosen, or opens one that was saved as a package. */
export function NewShow() {
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const [holdMs, setHoldMs] = useState(8000);
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<{ name: string; fraction: number }>();
  const [problem, setProblem] = useState<string>();

  const make = async (files: readonly File[]) => {
    if (files.length === 0) return;
    setProblem(undefined);
    try {
      const send = (file: File, purpose: "deck" | "show") => {
        setSending({ name: file.name, fraction: 0 });
        return upload(file, purpose, (fraction) => setSending({ name: file.name, fraction }));
      };
      const saved = files.find((file) => file.name.toLowerCase().endsWith(packageEnding));
      if (saved) {
        const show = answered(await api.POST("/api/shows/open", { body: await send(saved, "show") }));
        await navigate(`/shows/${show.id}`);
        return;
      }
      const brought = [];
      for (const file of files) brought.push(await send(file, "deck"));
      const body = { title: null, files: brought, holdMs };
      const show = answered(await api.POST("/api/shows", { body }));
      await navigate(`/shows/${show.id}`);
    } catch (reason) {
      setProblem(reason instanceof Error ? reason.message : String(reason));
    } finally {
      setSending(undefined);
    }
  };

  return (
    <section
      aria-label="New show"
      className={`bg-base-100 flex items-center gap-6 rounded-lg border-2 border-dashed p-8 ${over ? "border-primary" : "border-[var(--line)]"}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void make([...event.dataTransfer.files]);
      }}
    >
      <FilePlus2 size={40} strokeWidth={1.4} className="text-primary shrink-0" aria-hidden="true" />
      <div className="grow">
        <h2 className="text-xl">Begin with your deck</h2>
        <p className="muted mt-1">
          Drop it here: a presentation (PPTX, ODP), a PDF, pictures of the slides, or a show that was saved.
        </p>
        <p className="mt-3">
          Each slide stays <MsField label="Hold of each slide" ms={holdMs} commit={setHoldMs} /> to begin with.
        </p>
        {sending && (
          <p className="mt-3" role="status">
            Bringing in {sending.name}…{" "}
            <progress className="progress progress-primary w-40" value={sending.fraction} max={1} />
          </p>
        )}
        {problem && (
          <p className="text-error mt-3 font-semibold" role="alert">
            {problem}
          </p>
        )}
      </div>
      <FileInput
        ref={chooser}
        label="Files of the deck"
        accept={`${deckEndings},${packageEnding}`}
        multiple
        choose={(files) => void make(files)}
      />
      <button type="button" className="btn btn-primary" disabled={!!sending} onClick={() => chooser.current?.click()}>
        Choose files
      </button>
    </section>
  );
}
