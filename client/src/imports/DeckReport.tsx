import { X } from "lucide-react";
import { useState } from "react";
import type { JobView, Schemas } from "../api/client";
import { useRemoveJob } from "../api/jobs";
import { words } from "./words";

/** A report of a deck; that of an archive has only its sounds. */
type Report = Partial<Schemas["DeckReport"]> & Pick<Schemas["DeckReport"], "sounds" | "notUnderstood">;

/** What was read from a deck or an archive, and what was not understood. */
export function DeckReport({ job }: { job: JobView }) {
  const remove = useRemoveJob(job.showId);
  const [open, setOpen] = useState(false);
  const report = JSON.parse(job.result ?? "{}") as Report;
  const missed = report.notUnderstood.length;
  return (
    <div className="bg-base-300 rounded-md px-2.5 py-1.5 text-xs">
      <div className="flex items-start justify-between gap-1">
        <p className="min-w-0">
          <b className="break-words">{job.name}</b>: {words.parts(report.slides, report.steps, report.sounds)}.
        </p>
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square -mr-1"
          aria-label={words.closeReport(job.name)}
          onClick={() => remove.mutate(job.id)}
        >
          <X size={13} />
        </button>
      </div>
      {missed > 0 && (
        <>
          <button
            type="button"
            className="text-warning cursor-pointer underline"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {words.differently(missed)}
          </button>
          {open && (
            <ul className="mt-1 max-h-40 list-disc overflow-y-auto pl-4">
              {report.notUnderstood.map((line, i) => (
                <li key={i}>{line}</li>
              ))}
            </ul>
          )}
        </>
      )}
      {report.offer && <p className="mt-0.5">{report.offer}</p>}
    </div>
  );
}

/** Whether a job has a report. */
export function isWorthTelling(job: JobView): boolean {
  if (job.state !== "done" || !job.result || (job.kind !== "deck" && job.kind !== "sounds")) return false;
  const report = JSON.parse(job.result) as Report;
  return job.kind === "sounds" || report.notUnderstood.length > 0 || report.sounds > 0 || !!report.steps;
}
