import { useId } from "react";
import { useView } from "../show/openShow";
import { ValueField } from "../ui/ValueField";
import { words } from "./words";

interface Props {
  titles: readonly string[];
  joined: readonly number[];
  join: (joined: readonly number[]) => void;
}

const none = -1;

/** The slide of each page: proposed from its words, corrected by typing. Several pages of one slide become its steps. */
export function MatchPages({ titles, joined, join }: Props) {
  const { slides } = useView().show;
  const list = useId();
  const name = (at: number) => (at === none ? words.noSlide : `${at + 1} · ${slides[at]?.title ?? ""}`);
  // A thousand pages with a thousand options each would be a million elements, so they share one list.
  const read = (typed: string) => {
    const wanted = typed.trim().toLowerCase();
    if (wanted === "" || words.noSlide.startsWith(wanted)) return none;
    const number = /^(\d+)(?: ·|$)/.exec(wanted)?.[1];
    const at = number ? Number(number) - 1 : slides.findIndex(({ title }) => title.toLowerCase().includes(wanted));
    return at >= 0 && at < slides.length ? at : undefined;
  };
  const steps = stepsOf(joined);
  return (
    <>
      <datalist id={list}>
        {[none, ...slides.keys()].map((at) => (
          <option key={at} value={name(at)} />
        ))}
      </datalist>
      <table className="w-full text-sm">
        <thead className="muted text-left text-xs">
          <tr>
            <th className="w-10 py-1 font-semibold">{words.page}</th>
            <th className="font-semibold">{words.text}</th>
            <th className="w-80 font-semibold">{words.slide}</th>
          </tr>
        </thead>
        <tbody>
          {titles.map((title, page) => (
            <tr key={page} className="line-t">
              <td className="figures muted py-1">{page + 1}</td>
              <td className="max-w-60 truncate pr-3">{title}</td>
              <td className="py-1">
                <ValueField
                  label={words.slideOfPage(page + 1)}
                  words
                  value={joined[page] ?? none}
                  show={name}
                  read={read}
                  hint={words.slideHint(slides.length)}
                  commit={(to) => join(joined.map((at, i) => (i === page ? to : at)))}
                  list={list}
                  width="15rem"
                />
                {steps[page] && <span className="muted ml-2 text-xs">{words.step(steps[page])}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** The step of each page, where its slide has several pages. */
function stepsOf(joined: readonly number[]): (number | undefined)[] {
  const count = new Map<number, number>();
  const steps = joined.map((at) => {
    const step = (count.get(at) ?? 0) + 1;
    count.set(at, step);
    return step;
  });
  return joined.map((at, page) => (at !== none && (count.get(at) ?? 0) > 1 ? steps[page] : undefined));
}
