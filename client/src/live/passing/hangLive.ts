import type { StrandView } from "../../api/client";
import { bandsOf, hang, type HungStrand } from "../../runsheet/bands";
import type { Stage } from "../Stage";

/** A strand with the cue of the plan that it is of. */
export type LiveStrand = HungStrand & { liveId: string | undefined };

/** Hangs the strands of a show that is shown, all of them at once, so that none changes its place while the sheet passes by. */
export function hangLive(stage: Stage, strands: readonly StrandView[], width: number): LiveStrand[] {
  const { cues, sounds } = stage.view.show;
  const bands = bandsOf([
    [width * 0.42, 30],
    [width * 0.29, 18],
    [width * 0.29, 16],
  ]);
  return hang(strands, cues, sounds, bands).map((one) => ({ ...one, liveId: liveOf(stage, one.strand) }));
}

/** One that sounds anew on every slide is in the plan for each. */
function liveOf(stage: Stage, strand: StrandView): string | undefined {
  const of = stage.view.plan.cues.filter((c) => c.cueId === strand.cueId);
  if (of.length < 2) return of[0]?.id;
  const there = stage.places.filter((p) => p.slideId === strand.rows[0]?.slideId);
  return of.find((c) => there.some((p) => p.held.includes(c.id)))?.id;
}
