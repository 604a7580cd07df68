import { FolderOpen, ListMusic, Mic, Search, X } from "lucide-react";
import { useRef, useState } from "react";
import type { JobView } from "../api/client";
import { isOpen, useCancelJob, useCopyVideo, useJobs, useRemoveJob } from "../api/jobs";
import { CatalogueDialog } from "../catalogue/CatalogueDialog";
import { DeckReport, isWorthTelling } from "./DeckReport";
import { MusicOfDialog } from "./MusicOfDialog";
import { RecordDialog } from "../record/RecordDialog";
import { useOpenShow, useOpenState, useView } from "../show/openShow";
import { FileInput } from "../ui/FileInput";
import { IconButton } from "../ui/IconButton";
import { words } from "./words";

/** Imports files, with the progress of imports and the errors of failed ones. */
export function ImportPanel({ slideId }: { slideId: string | undefined }) {
  const view = useView();
  const uploads = useOpenState((state) => state.uploads);
  const { importFiles } = useOpenShow();
  const { data: jobs = [] } = useJobs(view.id);
  const chooser = useRef<HTMLInputElement>(null);
  const folderChooser = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState<"catalogue" | "record" | "music">();
  const shown = jobs.filter(
    (j) => j.kind !== "export" && (isOpen(j) || j.state === "failed" || isStopped(j) || isWorthTelling(j)),
  );
  return (
    <div className="line-t px-4 py-3">
      <ul className="mb-2 max-h-72 space-y-2 overflow-y-auto empty:hidden" aria-label={words.progress}>
        {uploads.map((u) => (
          <li key={u.id} className="flex items-start gap-1">
            <Line name={u.fraction === undefined ? words.reading(u.name) : u.name} fraction={u.fraction} />
            <Stop name={words.cancelImport(u.name)} press={u.stop} />
          </li>
        ))}
        {shown.map((job) => (
          <li key={job.id}>
            {job.state === "done" ? (
              <DeckReport job={job} />
            ) : isStopped(job) ? (
              <Stopped job={job} />
            ) : (
              <JobLine job={job} />
            )}
          </li>
        ))}
      </ul>
      <FileInput ref={chooser} label={words.files} multiple choose={(files) => importFiles(files)} />
      <FileInput ref={folderChooser} label={words.folder} folder choose={(files) => importFiles(files)} />
      <div className="flex gap-1">
        <button type="button" className="btn btn-primary btn-sm grow px-2" onClick={() => chooser.current?.click()}>
          {words.import}
        </button>
        <IconButton className="btn-sm w-7 px-0" label={words.importFolder} press={() => folderChooser.current?.click()}>
          <FolderOpen size={15} />
        </IconButton>
        <IconButton className="btn-sm w-7 px-0" label={words.catalogue} press={() => setOpen("catalogue")}>
          <Search size={15} />
        </IconButton>
        <IconButton className="btn-sm w-7 px-0" label={words.record} press={() => setOpen("record")}>
          <Mic size={15} />
        </IconButton>
        <IconButton className="btn-sm w-7 px-0" label={words.musicOfShow} press={() => setOpen("music")}>
          <ListMusic size={15} />
        </IconButton>
      </div>
      {open === "music" && <MusicOfDialog close={() => setOpen(undefined)} />}
      {open === "catalogue" && <CatalogueDialog close={() => setOpen(undefined)} />}
      {open === "record" && <RecordDialog slideId={slideId} close={() => setOpen(undefined)} />}
    </div>
  );
}

/** Whether the browser version of a video was cancelled: it is then made only on request. */
const isStopped = (job: JobView) => job.kind === "video" && job.state === "cancelled";

function Stopped({ job }: { job: JobView }) {
  return (
    <div className="text-xs">
      <p className="truncate" title={job.name}>
        {job.name}
      </p>
      <p className="muted">{words.noPreview}</p>
      <TryAgain job={job} />
    </div>
  );
}

function TryAgain({ job }: { job: JobView }) {
  const copy = useCopyVideo(job.showId);
  return (
    <button type="button" className="btn btn-xs mt-1" onClick={() => copy.mutate(job.subject ?? "")}>
      {words.tryAgain}
    </button>
  );
}

function JobLine({ job }: { job: JobView }) {
  const cancel = useCancelJob(job.showId);
  const remove = useRemoveJob(job.showId);
  const failed = job.state === "failed";
  const says = words.jobs[job.kind];
  return (
    <div className="flex items-start gap-1">
      {failed ? (
        <div className="min-w-0 grow text-xs">
          <p role="alert" className="text-error">
            {job.problem}
          </p>
          {job.kind === "video" && <TryAgain job={job} />}
        </div>
      ) : (
        <Line name={says?.name(job.name) ?? job.name} fraction={job.progress} />
      )}
      <Stop
        name={failed ? words.closeMessage(job.name) : (says?.cancel ?? words.cancelImport)(job.name)}
        press={() => (failed ? remove : cancel).mutate(job.id)}
      />
    </div>
  );
}

function Stop({ name, press }: { name: string; press: () => void }) {
  return (
    <button type="button" className="btn btn-ghost btn-xs btn-square" aria-label={name} onClick={press}>
      <X size={14} />
    </button>
  );
}

function Line({ name, fraction }: { name: string; fraction: number | undefined }) {
  return (
    <div className="min-w-0 grow text-xs">
      <p className="truncate">{name}</p>
      <progress className="progress progress-primary h-1.5" value={fraction} max={1} aria-label={words.howFar(name)} />
    </div>
  );
}
