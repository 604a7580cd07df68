import { useView } from "../show/openShow";

interface Props {
  titles: readonly string[];
  joined: readonly number[];
  join: (joined: readonly number[]) => void;
}

const none = -1;

/** Which slide each page belongs to: proposed by the words on them, put right by hand. Several pages on one slide become its steps. */
export function JoinPages({ titles, joined, join }: Props) {
  const view = useView();
  const { slides } = view.show;
  return (
    <table className="w-full text-sm">
      <thead className="muted text-left text-xs">
        <tr>
          <th className="w-10 py-1 font-semibold">Page</th>
          <th className="font-semibold">Says</th>
          <th className="w-80 font-semibold">Is the picture of</th>
        </tr>
      </thead>
      <tbody>
        {titles.map((title, page) => {
          const at = joined[page] ?? none;
          const step = joined.slice(0, page + 1).filter((j) => j === at).length;
          const several = joined.filter((j) => j === at).length > 1;
          return (
            <tr key={page} className="line-t">
              <td className="figures muted py-1">{page + 1}</td>
              <td className="max-w-60 truncate pr-3">{title}</td>
              <td className="py-1">
                <select
                  className="value w-60"
                  aria-label={`Slide of page ${page + 1}`}
                  value={at}
                  onChange={(event) => join(joined.map((j, i) => (i === page ? Number(event.currentTarget.value) : j)))}
                >
                  <option value={none}>no slide</option>
                  {slides.map((slide, i) => (
                    <option key={slide.id} value={i}>
                      {i + 1} · {slide.title}
                    </option>
                  ))}
                </select>
                {at !== none && several && <span className="muted ml-2 text-xs">step {step}</span>}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
