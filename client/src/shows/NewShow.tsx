import { FilePlus2 } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { createShow, openPackage } from "../api/shows";
import { stop, upload, type Purpose } from "../api/upload";
import { deckEndings, packageEnding } from "../show/fileKinds";
import { MsField } from "../ui/fields";
import { FileInput } from "../ui/FileInput";
import { Status } from "../ui/Status";
import { useLeaveWarning } from "../ui/useLeaveWarning";
import { words } from "./words";

/** Creates a show from a dropped or chosen deck, or opens a saved package. */
export function NewShow() {
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const [holdMs, setHoldMs] = useState(8000);
  const [over, setOver] = useState(false);
  const [underWay, setUnderWay] = useState<{ what: string; fraction: number | undefined; stop: () => void }>();
  const [problem, setProblem] = useState<string>();
  const running = useRef<AbortController>(undefined);
  // A user who has left the page is not taken to the new show later.
  useEffect(() => () => running.current?.abort(), []);

  useLeaveWarning(() => underWay !== undefined);

  const make = async (files: readonly File[]) => {
    if (files.length === 0 || (running.current && !running.current.signal.aborted)) return;
    setProblem(undefined);
    const work = (running.current = new AbortController());
    const { signal } = work;
    const show = (what: string, fraction?: number) => setUnderWay({ what, fraction, stop: () => stop(work) });
    const send = (file: File, purpose: Purpose) => {
      const sent = (fraction: number) => show(words.uploading(file.name), fraction);
      sent(0);
      return upload(file, purpose, sent, signal);
    };
    const open = async (file: File) => {
      const body = await send(file, "show");
      show(words.opening(file.name));
      return openPackage(body, signal);
    };
    const begin = async () => {
      const brought = [];
      for (const file of files) brought.push(await send(file, "deck"));
      show(words.reading(files.length === 1 ? (files[0]?.name ?? "") : words.files(files.length)));
      return createShow(brought, holdMs, signal);
    };
    try {
      const saved = files.find((file) => file.name.toLowerCase().endsWith(packageEnding));
      const made = await (saved ? open(saved) : begin());
      await navigate(`/shows/${made.id}`);
    } catch (reason) {
      if (!signal.aborted) setProblem(reason instanceof Error ? reason.message : String(reason));
    } finally {
      running.current = undefined;
      setUnderWay(undefined);
    }
  };

  return (
    <section
      aria-label={words.newShow}
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
      <div className="min-w-0 grow">
        <h2 className="text-xl">{words.start}</h2>
        <p className="muted mt-1">{words.drop}</p>
        <p className="mt-3">
          {words.hold} <MsField label={words.hold} ms={holdMs} commit={setHoldMs} />
        </p>
        {underWay && (
          <div className="mt-3 flex items-center gap-3">
            <Status className="min-w-0 truncate">{underWay.what}…</Status>
            <progress
              className="progress progress-primary w-40 shrink-0"
              value={underWay.fraction}
              max={1}
              aria-label={underWay.what}
            />
            <button type="button" className="btn btn-sm" onClick={underWay.stop}>
              {words.cancel}
            </button>
          </div>
        )}
        {problem && (
          <p className="text-error mt-3 font-semibold" role="alert">
            {problem}
          </p>
        )}
      </div>
      <FileInput
        ref={chooser}
        label={words.deckFiles}
        accept={`${deckEndings},${packageEnding}`}
        multiple
        choose={(files) => void make(files)}
      />
      <button type="button" className="btn btn-primary" disabled={!!underWay} onClick={() => chooser.current?.click()}>
        {words.chooseFiles}
      </button>
    </section>
  );
}
