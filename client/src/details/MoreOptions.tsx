import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { useSettings } from "../ui/settings";
import { words } from "./words";

export interface MoreOptionsProps {
  /** Its id within the panel. */
  name: string;
  /** What it contains. */
  contents: string;
  content: ReactNode;
}

interface Props extends MoreOptionsProps {
  heading: ReactNode;
  /** What is always shown, above it. */
  children: ReactNode;
}

/** Less frequent options, opened in place; they stay open from then on. */
export function MoreOptions({ name, contents, content, heading, children }: Props) {
  const open = useSettings((settings) => settings.openSections.includes(name));
  const press = () =>
    useSettings.setState(({ openSections }) => ({
      openSections: open ? openSections.filter((other) => other !== name) : [...openSections, name],
    }));
  const label = open ? words.less : words.more;
  return (
    <>
      <div className="mb-1 flex items-center justify-between">
        {heading}
        <button
          type="button"
          className="text-primary -my-1 flex h-6 min-w-6 cursor-pointer items-center gap-0.5 text-xs font-semibold hover:underline"
          aria-expanded={open}
          aria-label={`${label}: ${contents}`}
          title={contents}
          data-more={name}
          onClick={press}
        >
          {label} <ChevronDown size={12} aria-hidden="true" className={open ? "rotate-180" : ""} />
        </button>
      </div>
      <div className="space-y-1">
        {children}
        {open && content}
      </div>
    </>
  );
}
