import { X } from "lucide-react";
import { useEffect } from "react";
import type { JobView } from "../api/client";
import { isOpen, useCancelJob, useJobs } from "../api/jobs";
import { Status } from "../ui/Status";
import { words } from "./words";

/** The progress of an analysis, with a cancel button; reports when it has ended. */
export function Listening({ job, again }: { job: JobView; again: () => void }) {
  const { data: jobs } = useJobs(job.showId);
  const cancel = useCancelJob(job.showId);
  const now = jobs?.find((j) => j.id === job.id) ?? job;
  useEffect(() => {
    if (now.state === "done") again();
  }, [now.state, again]);
  if (now.state === "cancelled" || now.state === "failed")
    return (
      <div className="flex flex-wrap items-center gap-3">
        <Status>{now.problem ?? words.notAnalysed(now.name)}</Status>
        <button type="button" className="btn btn-sm" onClick={again}>
          {words.analyse}
        </button>
      </div>
    );
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Status>{words.analysing(now.name)}</Status>
      <progress
        className="progress progress-primary w-40"
        value={now.progress}
        max={1}
        aria-label={words.analysisProgress}
      />
      {isOpen(now) && (
        <button type="button" className="btn btn-xs" onClick={() => cancel.mutate(job.id)}>
          <X size={13} /> {words.cancel}
        </button>
      )}
    </div>
  );
}
