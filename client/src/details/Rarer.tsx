import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";
import { useSettings } from "../ui/settings";

export interface RarerProps {
  /** Names it among those of the panel. */
  name: string;
  /** What is found there. */
  words: string;
  content: ReactNode;
}

interface Props extends RarerProps {
  heading: ReactNode;
  /** What is always there, above it. */
  children: ReactNode;
}

/** What is set more rarely: opened in place, and open from then on for whoever opened it. */
export function Rarer({ name, words, content, heading, children }: Props) {
  const open = useSettings((settings) => settings.openSections.includes(name));
  const press = () =>
    useSettings.setState(({ openSections }) => ({
      openSections: open ? openSections.filter((other) => other !== name) : [...openSections, name],
    }));
  return (
    <>
      <div className="mb-1 flex items-center justify-between">
        {heading}
        <button
          type="button"
          className="text-primary -my-1 flex h-6 min-w-6 cursor-pointer items-center gap-0.5 text-xs font-semibold hover:underline"
          aria-expanded={open}
          aria-label={`${open ? "Less" : "More"}: ${words}`}
          title={words}
          data-rarer={name}
          onClick={press}
        >
          {open ? "Less" : "More"} <ChevronDown size={12} aria-hidden="true" className={open ? "rotate-180" : ""} />
        </button>
      </div>
      <div className="space-y-1">
        {children}
        {open && content}
      </div>
    </>
  );
}
