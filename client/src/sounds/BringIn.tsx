import { X } from "lucide-react";
import { useRef } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { api, type JobView } from "../api/client";
import { isOpen, useJobs } from "../api/queries";
import { useOpenShow } from "../shows/ShowContext";

/** Brings files in, and tells how far those on their way have come and what became of those that could not be read. */
export function BringIn() {
  const { view, bringIn, uploads } = useOpenShow();
  const { data: jobs = [] } = useJobs(view.id);
  const chooser = useRef<HTMLInputElement>(null);
  const shown = jobs.filter((j) => j.kind !== "export" && (isOpen(j) || j.state === "failed"));
  return (
    <div className="line-t px-4 py-3">
      <ul className="mb-2 max-h-48 space-y-2 overflow-y-auto empty:hidden" aria-label="On their way">
        {uploads.map((u) => (
          <li key={u.id}>
            <Line name={u.name} fraction={u.fraction} />
          </li>
        ))}
        {shown.map((job) => (
          <JobLine key={job.id} job={job} />
        ))}
      </ul>
      <input
        ref={chooser}
        type="file"
        multiple
        className="hidden"
        aria-label="Files to bring in"
        onChange={(event) => {
          bringIn([...(event.currentTarget.files ?? [])]);
          event.currentTarget.value = "";
        }}
      />
      <button type="button" className="btn btn-primary btn-sm w-full" onClick={() => chooser.current?.click()}>
        Bring in
      </button>
    </div>
  );
}

function JobLine({ job }: { job: JobView }) {
  const queries = useQueryClient();
  const end = async (cancel: boolean) => {
    const path = { params: { path: { id: job.id } } };
    if (cancel) await api.POST("/api/jobs/{id}/cancel", path);
    else await api.DELETE("/api/jobs/{id}", path);
    await queries.invalidateQueries({ queryKey: ["jobs", job.showId] });
  };
  const failed = job.state === "failed";
  return (
    <li className="flex items-start gap-1">
      {failed ? (
        <p role="alert" className="text-error grow text-xs">
          {job.problem}
        </p>
      ) : (
        <Line name={job.kind === "deck" ? `Drawing ${job.name}` : job.name} fraction={job.progress} />
      )}
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label={failed ? `Put the message about ${job.name} away` : `Stop bringing in ${job.name}`}
        onClick={() => void end(!failed)}
      >
        <X size={14} />
      </button>
    </li>
  );
}

function Line({ name, fraction }: { name: string; fraction: number }) {
  return (
    <div className="min-w-0 grow text-xs">
      <p className="truncate">{name}</p>
      <progress className="progress progress-primary h-1.5" value={fraction} max={1} aria-label={`${name}, how far`} />
    </div>
  );
}
