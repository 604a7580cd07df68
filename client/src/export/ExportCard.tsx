import { useQueryClient } from "@tanstack/react-query";
import { Download, Trash2, X } from "lucide-react";
import { api, type JobView } from "../api/client";
import { isOpen } from "../api/queries";

/** One export: how far it has come, what went wrong, or the result, playable. */
export function ExportCard({ job }: { job: JobView }) {
  const queries = useQueryClient();
  const path = { params: { path: { id: job.id } } };
  const refresh = () => queries.invalidateQueries({ queryKey: ["jobs", job.showId] });
  const cancel = async () => {
    await api.POST("/api/jobs/{id}/cancel", path);
    await refresh();
  };
  const remove = async () => {
    await api.DELETE("/api/jobs/{id}", path);
    await refresh();
  };
  const open = isOpen(job);
  const file = `/api/jobs/${job.id}/file`;
  const film = job.result?.endsWith(".mp4") ?? false;
  return (
    <li className="bg-base-100 rounded-lg border border-[var(--line)] p-4" data-state={job.state}>
      <div className="flex items-center gap-3">
        <div className="min-w-0 grow">
          <h3 className="truncate text-base">{job.name}</h3>
          <p className="muted text-sm">
            {words(job)}{" "}
            <time dateTime={job.createdAt}>
              {new Date(job.createdAt).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}
            </time>
          </p>
        </div>
        {job.state === "done" && (
          <a className="btn btn-sm btn-primary" href={`${file}?download=true`} download>
            <Download size={15} /> Download
          </a>
        )}
        {open ? (
          <button type="button" className="btn btn-sm" onClick={() => void cancel()}>
            <X size={15} /> Stop
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-sm btn-ghost btn-square"
            aria-label="Remove this export"
            title="Remove"
            onClick={() => void remove()}
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
      {job.state === "done" &&
        (film ? (
          <video className="mt-3 w-full rounded-md bg-black" controls preload="metadata" src={file} />
        ) : (
          <audio className="mt-3 w-full" controls preload="metadata" src={file} />
        ))}
    </li>
  );
}

function words(job: JobView) {
  switch (job.state) {
    case "waiting":
      return "Waiting its turn, asked for";
    case "running":
      return `${Math.round(job.progress * 100)} % done, asked for`;
    case "done":
      return `${job.result?.split(".").at(-1)?.toUpperCase() ?? ""}, made`;
    case "failed":
      return "Not made, asked for";
    case "cancelled":
      return "Stopped, asked for";
  }
}
