import { Download, ExternalLink, Trash2, X } from "lucide-react";
import type { JobView, Schemas } from "../api/client";
import { useExport, useExportReport } from "../api/exports";
import { isOpen, useCancelJob, useRemoveJob } from "../api/jobs";
import { useView } from "../show/openShow";
import { fileSize, isFilm, isSound, nameOf } from "./recipients";
import { words } from "./words";

/** One export: its progress, its problem, or its file to play and download, with what was exported differently. */
export function ExportCard({ job }: { job: JobView }) {
  const view = useView();
  const again = useExport(view.id);
  const { data: report } = useExportReport(job);
  const cancel = useCancelJob(job.showId);
  const remove = useRemoveJob(job.showId);
  const open = isOpen(job);
  const file = `/api/jobs/${job.id}/file`;
  const changed = !!report && report.revision !== view.revision;
  return (
    <li className="bg-base-100 rounded-lg border border-[var(--line)] p-4" data-state={job.state}>
      <div className="flex items-center gap-3">
        <div className="min-w-0 grow">
          <h3 className="truncate text-base">{report ? titleOf(report, view) : job.name}</h3>
          <p className="muted text-sm">
            <time dateTime={job.createdAt}>{stateOf(job, report)}</time>
          </p>
        </div>
        {changed && (
          <button
            type="button"
            className="btn btn-sm"
            title={words.hasChanged}
            disabled={again.isPending}
            onClick={() => again.mutate(report.asked)}
          >
            {words.exportAgain}
          </button>
        )}
        {report?.file.endsWith(".html") && (
          <a className="btn btn-sm" href={file} target="_blank" rel="noreferrer">
            <ExternalLink size={15} /> {words.open}
          </a>
        )}
        {job.state === "done" && (
          <a className="btn btn-sm btn-primary" href={`${file}?download=true`} download>
            <Download size={15} /> {words.download}
          </a>
        )}
        {open ? (
          <button type="button" className="btn btn-sm" onClick={() => cancel.mutate(job.id)}>
            <X size={15} /> {words.cancel}
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-sm btn-ghost btn-square"
            aria-label={words.removeExport}
            title={words.remove}
            onClick={() => remove.mutate(job.id)}
          >
            <Trash2 size={15} />
          </button>
        )}
      </div>
      {open && (
        <progress className="progress progress-primary mt-3" value={job.progress} max={1} aria-label={words.progress} />
      )}
      {job.problem && (
        <p role="alert" className="text-error mt-2">
          {job.problem}
        </p>
      )}
      {report && report.lost.length > 0 && (
        <ul aria-label={words.losses} className="muted mt-2 list-disc pl-5 text-sm">
          {report.lost.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {report && isFilm(report.asked.format) && (
        <video className="mt-3 w-full rounded-md bg-black" controls preload="metadata" src={file} />
      )}
      {report && isSound(report.asked.format) && (
        <audio className="mt-3 w-full" controls preload="metadata" src={file} />
      )}
    </li>
  );
}

function titleOf({ asked }: Schemas["ExportReport"], view: Schemas["ShowView"]) {
  const name = nameOf(asked.format);
  const cue = view.show.cues.find((c) => c.id === asked.cueId);
  if (cue) return words.cueOf(name, view.show.sounds.find((s) => s.id === cue.soundId)?.name ?? words.oneCue);
  return asked.slides ? words.slidesOf(name, asked.slides) : name;
}

function stateOf(job: JobView, report: Schemas["ExportReport"] | undefined) {
  const at = new Date(job.createdAt).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });
  switch (job.state) {
    case "running":
      return words.states.running(Math.round(job.progress * 100), at);
    case "done":
      return report?.bytes ? words.states.done(fileSize(report.bytes), at) : words.states.doneAt(at);
    default:
      return words.states[job.state](at);
  }
}
