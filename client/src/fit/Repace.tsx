import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answered, api, type Cue, type Schemas } from "../api/client";
import { useOpenShow } from "../shows/ShowContext";
import { Choice } from "../ui/fields";
import { hold } from "../ui/format";

type ChangeOn = "anywhere" | "beats" | "bars";

/** The other way round: the music stays whole, and the slides' holds are changed to end with it. Each change is shown before it is made. */
export function Repace({ cue, tempo }: { cue: Cue; tempo: number | null }) {
  const { view, edit } = useOpenShow();
  const [on, setOn] = useState<ChangeOn>("anywhere");
  const { data, error } = useQuery({
    queryKey: ["repace", view.id, cue.id, on, view.revision],
    placeholderData: (before: Schemas["RepaceView"] | undefined) => before,
    retry: false,
    queryFn: async () =>
      answered(
        await api.GET("/api/shows/{id}/cues/{cueId}/repace", {
          params: { path: { id: view.id, cueId: cue.id }, query: { on } },
        }),
      ),
  });
  const changed = data?.slides.filter((s) => s.beforeMs !== s.afterMs) ?? [];
  return (
    <section className="mt-5" aria-label="Re-pace">
      <h2 className="mb-1 text-base">Or re-pace the slides</h2>
      <div className="mb-2 flex flex-wrap items-center gap-x-2 text-sm">
        <span>The music stays whole; the slides stay longer or shorter, in proportion, and change</span>
        <Choice
          label="Slides change"
          value={on}
          options={[
            ["anywhere", "anywhere"],
            ["beats", "on beats"],
            ["bars", "where bars begin"],
          ]}
          commit={setOn}
        />
        {on !== "anywhere" && tempo === null && <span className="muted">It has hardly a beat to go by.</span>}
      </div>
      {error ? (
        <p className="text-sm">{error.message}</p>
      ) : (
        data && (
          <>
            <ol className="mb-2 flex flex-wrap gap-1.5 text-sm">
              {data.slides.map((slide) => (
                <li key={slide.slideId} className="bg-base-200 rounded-md px-2 py-1">
                  <b className="figures">{slide.number}</b>{" "}
                  <span className="figures">
                    {slide.beforeMs === slide.afterMs ? (
                      hold(slide.afterMs)
                    ) : (
                      <>
                        <s className="muted">{hold(slide.beforeMs)}</s> {hold(slide.afterMs)}
                      </>
                    )}
                  </span>
                  {slide.locked && <span className="muted"> locked</span>}
                </li>
              ))}
            </ol>
            {changed.length > 0 ? (
              <button type="button" className="btn btn-sm" onClick={() => edit(data.edit)}>
                Set these holds
              </button>
            ) : (
              <p className="muted text-sm">The slides end with the music as they are.</p>
            )}
          </>
        )
      )}
    </section>
  );
}
