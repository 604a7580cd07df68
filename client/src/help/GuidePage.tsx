import { useState } from "react";
import { Link, NavLink, useNavigate, useParams } from "react-router";
import { ThemeButton } from "../ui/ThemeButton";
import { guidePages, searchGuide } from "./guide";
import { words } from "./words";

/** The guide: a searchable list of pages, and the open one. */
export default function GuidePage() {
  const { pageId } = useParams();
  const [sought, setSought] = useState("");
  const navigate = useNavigate();
  const found = searchGuide(sought);
  const page = guidePages.find(({ id }) => id === pageId) ?? guidePages[0];
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[18rem_minmax(0,1fr)] gap-8 px-8 py-6 max-md:grid-cols-1 max-md:px-4">
      <nav aria-label={words.pages} className="max-md:order-2">
        <p className="mb-3 flex items-center justify-between">
          <Link to="/" className="text-primary font-display text-xl font-bold">
            {words.guide}
          </Link>
          <ThemeButton />
        </p>
        <input
          type="search"
          className="value mb-2 w-full"
          aria-label={words.search}
          placeholder={words.search}
          value={sought}
          onChange={(event) => setSought(event.currentTarget.value)}
        />
        {found.length === 0 && <p className="muted text-sm">{words.nothingFound}</p>}
        <ul>
          {found.map(({ id, title }) => (
            <li key={id}>
              <NavLink
                to={`/guide/${id}`}
                className={({ isActive }) =>
                  `block rounded-md px-2 py-1.5 ${isActive || id === page?.id ? "bg-secondary font-semibold" : "hover:bg-base-300"}`
                }
              >
                {title}
              </NavLink>
            </li>
          ))}
        </ul>
      </nav>
      {page && (
        <main
          // Links between pages of the guide stay in the app.
          onClick={(event) => {
            const href = (event.target as Element).closest("a")?.getAttribute("href");
            if (!href?.startsWith("/guide/") || event.metaKey || event.ctrlKey) return;
            event.preventDefault();
            void navigate(href);
          }}
        >
          <h1 className="mb-3 text-2xl">{page.title}</h1>
          {/* Made from docs/guide when the app was built; nothing of it comes from outside. */}
          <div className="guide" dangerouslySetInnerHTML={{ __html: page.html }} />
        </main>
      )}
    </div>
  );
}
