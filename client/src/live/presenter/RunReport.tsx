import { useEdits } from "../../api/edits";
import { useRunReport } from "../../api/runs";
import { useShow } from "../../api/show";
import { LoadError } from "../../ui/LoadError";
import { framesOfMs, shortTime, time } from "../../ui/format";
import { Status } from "../../ui/Status";
import { words } from "./words";

/** The report of a run: its times compared with the plan, what played where, and the findings of checks. */
export function RunReport({ showId, runId }: { showId: string; runId: string }) {
  const { edit } = useEdits(showId);
  const revision = useShow(showId).data?.revision;
  const { data, error, refetch } = useRunReport(showId, runId, revision);
  if (error) return <LoadError error={error} retry={() => void refetch()} />;
  if (!data) return <Status>{words.loadingReport}</Status>;
  const { report } = data;
  const over = report.tookMs - report.plannedMs;
  const unseen = report.slides.filter((s) => s.visits === 0).length;
  const linesOf = (slideId: string) => report.lines.filter((l) => l.slideId === slideId);
  return (
    <div data-testid="report">
      <p className="mb-3 text-lg">
        {words.took} <b className="figures">{time(framesOfMs(report.tookMs))}</b>,{" "}
        {report.asPlanned ? words.asPlanned : words.offPlan(time(framesOfMs(Math.abs(over))), over > 0)}
      </p>
      {report.edit && (
        <p className="mb-4 flex items-center gap-3">
          <button
            type="button"
            className="btn btn-primary"
            onClick={() => report.edit && edit(report.edit, data.revision)}
          >
            {words.useTimes}
          </button>
          <span className="muted text-sm">{words.aboutUseTimes}</span>
        </p>
      )}
      <table className="w-full text-sm">
        <thead>
          <tr className="muted text-left text-xs">
            <th className="py-1">{words.slide}</th>
            <th>{words.planned}</th>
            <th>{words.took}</th>
            <th>{words.whatHappened}</th>
          </tr>
        </thead>
        <tbody>
          {report.slides
            .filter((s) => s.visits > 0)
            .map((s) => (
              <tr key={s.slideId} className="line-t align-top">
                <td className="py-1.5 pr-3">
                  <b className="figures">{s.number}</b> {s.title}
                </td>
                <td className="figures py-1.5 pr-3">{time(framesOfMs(s.plannedMs))}</td>
                <td className="figures py-1.5 pr-3" data-took={s.number}>
                  {time(framesOfMs(s.tookMs))}
                  {s.visits > 1 && <span className="muted font-sans"> {words.visits(s.visits)}</span>}
                </td>
                <td className="py-1.5">
                  {linesOf(s.slideId).map((l, i) => (
                    <p key={i}>
                      <span className="figures muted">{shortTime(framesOfMs(l.atMs))}</span> {l.words}
                    </p>
                  ))}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      {unseen > 0 && <p className="muted mt-2 text-sm">{words.notShown(unseen)}</p>}
      <h2 className="mt-5 mb-1 text-base">{words.checks}</h2>
      {data.findings.length === 0 ? (
        <p>{words.noFindings}</p>
      ) : (
        <ul className="list-disc pl-5">
          {data.findings.map((f) => (
            <li key={f.sentence}>{f.sentence}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
