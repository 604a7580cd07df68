import type { StrandView } from "../../../api/client";
import { bandsOf, layOutStrands, type StrandLayout } from "../../../strands/bands";
import type { Stage } from "../../engine/Stage";

/** A strand with the cue of the plan that it is of. */
export type LiveStrand = StrandLayout & { liveId: string };

/**
 * Lays out the strands of a live show: those with a planned time all at once, so that none is moved while the sheet passes
 * by; manual ones only while they play.
 */
export function layOutLiveStrands(
  stage: Stage,
  strands: readonly StrandView[],
  sounding: readonly string[],
  width: number,
): LiveStrand[] {
  const { cues, sounds } = stage.view.show;
  const bands = bandsOf(
    cues.some((c) => c.video)
      ? [
          [width * 0.36, 28],
          [width * 0.22, 16],
          [width * 0.22, 14],
          [width * 0.2, 14],
        ]
      : [
          [width * 0.42, 30],
          [width * 0.29, 18],
          [width * 0.29, 16],
        ],
  );
  // A muted cue is not in the plan.
  const live = strands.flatMap((strand) => {
    const liveId = liveOf(stage, strand);
    return liveId ? [{ strand, liveId }] : [];
  });
  const course = live.filter(({ strand }) => !strand.byHand);
  const byHand = live.filter(({ strand, liveId }) => strand.byHand && sounding.includes(liveId));
  return [course, byHand].flatMap((some) =>
    layOutStrands(
      some.map(({ strand }) => strand),
      cues,
      sounds,
      bands,
    ).map((one) => ({ ...one, liveId: some.find(({ strand }) => strand === one.strand)?.liveId ?? "" })),
  );
}

/** A cue that restarts on every slide appears in the plan once for each. */
function liveOf(stage: Stage, strand: StrandView): string | undefined {
  const of = stage.view.plan.cues.filter((c) => c.cueId === strand.cueId);
  if (of.length < 2) return of[0]?.id;
  const there = stage.places.filter((p) => p.slideId === strand.rows[0]?.slideId);
  return of.find((c) => there.some((p) => p.held.includes(c.id)))?.id;
}
