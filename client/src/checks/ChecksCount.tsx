import { useView } from "../show/openShow";
import { useFindings } from "../findings/useChecks";
import { counted, open } from "../findings/words";
import { words } from "./words";

/** The number of blockers and audible findings, beside the name of the view. */
export function ChecksCount() {
  const view = useView();
  const found = open(useFindings(view.id, view.revision)).filter((f) => f.found.severity !== "minor");
  if (found.length === 0) return null;
  const stops = found.some((f) => f.found.severity === "blocker");
  return (
    <span
      className={`figures ml-1.5 rounded-full px-1.5 text-xs leading-5 font-bold ${stops ? "bg-error text-error-content" : "bg-secondary text-secondary-content"}`}
      title={counted(found)}
    >
      {found.length}
      <span className="sr-only">{words.toFix}</span>
    </span>
  );
}
