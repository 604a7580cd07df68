import { Download, ExternalLink, Trash2, X } from "lucide-react";
import type { JobView, Schemas } from "../api/client";
import { useExport, useExportReport } from "../api/exports";
import { isOpen, useCancelJob, useRemoveJob } from "../api/jobs";
import { useView } from "../show/openShow";
import { isFilm, isSound, nameOf, weight } from "./recipients";

/** One export: how far it has come, what went wrong, or what came out: playable, with what was lost, to be made again where the show has changed. */
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
            {words(job, report)}{" "}
            <time dateTime={job.createdAt}>
              {new Date(job.createdAt).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}
            </time>
          </p>
        </div>
        {changed && (
          <button
            type="button"
            className="btn btn-sm"
            title="The show has changed since"
            disabled={again.isPending}
            onClick={() => again.mutate(report.asked)}
          >
            Make again
          </button>
        )}
        {report?.file.endsWith(".html") && (
          <a className="btn btn-sm" href={file} target="_blank" rel="noreferrer">
            <ExternalLink size={15} /> Open
          </a>
        )}
        {job.state === "done" && (
          <a className="btn btn-sm btn-primary" href={`${file}?download=true`} download>
            <Download size={15} /> Download
          </a>
        )}
        {open ? (
          <button type="button" className="btn btn-sm" onClick={() => cancel.mutate(job.id)}>
            <X size={15} /> Stop
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-sm btn-ghost btn-square"
            aria-label="Remove this export"
            title="Remove"
            onClick={() => remove.mutate(job.id)}
          >
            <Trash2 size={15} />
          </button>
        )}
      </div>
      {open && (
        <progress
          className="progress progress-primary mt-3"
          value={job.progress}
          max={1}
          aria-label="How far the export has come"
        />
      )}
      {job.problem && (
        <p role="alert" className="text-error mt-2">
          {job.problem}
        </p>
      )}
      {report && report.lost.length > 0 && (
        <ul aria-label="What could not be carried over" className="muted mt-2 list-disc pl-5 text-sm">
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
  const cue = view.show.cues.find((c) => c.id === asked.cueId);
  const of = cue
    ? `, ${view.show.sounds.find((s) => s.id === cue.soundId)?.name ?? "one cue"}`
    : asked.slides && `, slides ${asked.slides}`;
  return nameOf(asked.format) + of;
}

function words(job: JobView, report: Schemas["ExportReport"] | undefined) {
  switch (job.state) {
    case "waiting":
      return "Waiting its turn, asked for";
    case "running":
      return `${Math.round(job.progress * 100)} % done, asked for`;
    case "done":
      return report?.bytes ? `${weight(report.bytes)}, made` : "Made";
    case "failed":
      return "Not made, asked for";
    case "cancelled":
      return "Stopped, asked for";
  }
}
