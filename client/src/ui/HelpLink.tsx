import { CircleQuestionMark } from "lucide-react";
import { useLocation } from "react-router";
import { guideOf } from "./guideOf";
import { Tip } from "./Tip";
import { words } from "./words";

/** Opens the guide's page about this view, in a new tab. */
export function HelpLink() {
  const { pathname } = useLocation();
  return (
    <Tip words={words.help}>
      <a
        className="btn btn-ghost btn-sm btn-square"
        href={guideOf(pathname)}
        target="_blank"
        rel="noreferrer"
        aria-label={words.help}
      >
        <CircleQuestionMark size={18} />
      </a>
    </Tip>
  );
}
