import { useState } from "react";
import { useJobs } from "../api/jobs";
import { useView } from "../show/openShow";
import { CreditsCard } from "./CreditsCard";
import { ClearanceCard } from "./ClearanceCard";
import { ExportCard } from "./ExportCard";
import { NewExport } from "./NewExport";
import { recipients } from "./recipients";
import { words } from "./words";

/** The recipients for whom usage rights and credits matter. */
const published = ["deck", "browser", "screen", "rights"];

/** The recipients of the show, the formats for each, and the exports. */
export default function ExportPage() {
  const view = useView();
  const { data: jobs = [] } = useJobs(view.id);
  const [id, setId] = useState("screen");
  const to = recipients.find((r) => r.id === id);
  const exports = jobs.filter((j) => j.kind === "export");
  return (
    <main className="min-h-0 grow overflow-y-auto">
      <div className="mx-auto grid w-full max-w-6xl grid-cols-[17rem_1fr] gap-8 px-8 py-6 max-md:grid-cols-1 max-md:px-4">
        <nav aria-label={words.recipients}>
          <h1 className="mb-3 text-2xl">{words.whoFor}</h1>
          <ul className="space-y-1">
            {recipients.map((r) => (
              <li key={r.id}>
                <button
                  type="button"
                  className={`w-full cursor-pointer rounded-md border px-3 py-2 text-left ${r.id === id ? "border-primary bg-base-100" : "hover:bg-base-100 border-transparent"}`}
                  aria-current={r.id === id}
                  onClick={() => setId(r.id)}
                >
                  <b className="block">{r.name}</b>
                  <span className="muted text-sm">{r.wants}</span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <div>
          {to && <NewExport key={to.id} to={to} />}
          {published.includes(id) && <ClearanceCard />}
          <section aria-label={words.exports} className="mt-6">
            <h2 className="mb-3 text-lg">{words.exports}</h2>
            {exports.length === 0 && <p className="muted">{words.noExports}</p>}
            <ul className="space-y-3">
              {exports.map((job) => (
                <ExportCard key={job.id} job={job} />
              ))}
            </ul>
          </section>
          {published.includes(id) && <CreditsCard />}
        </div>
      </div>
    </main>
  );
}
