import type { Cue, StrandView } from "../api/client";
import type { Row } from "../strands/layout";
import type { SpanRows } from "./strandMoves";

/** A strand as it is spoken: "Dusk Pad, bed, slides 1 to 4, loops, minus 14 dB". */
export function spoken(
  name: string,
  kind: string,
  rows: readonly Row[],
  span: SpanRows,
  cue: Cue,
  strand: StrandView,
): string {
  const [first, last] = [rows[span.first]?.number ?? 0, rows[span.last]?.number ?? 0];
  return [
    name,
    kind,
    first === last ? `slide ${first}` : `slides ${first} to ${last}`,
    ...(cue.eachSlide ? ["anew on every slide"] : []),
    ...(cue.muted ? ["muted"] : []),
    ...(strand.givesWayTo ? ["gives way to another"] : []),
    ...(strand.byHand ? ["by hand"] : []),
    ...(cue.start.kind === "end" && !cue.fit ? ["ends with them"] : []),
    ...(cue.rounds === 1 ? [] : ["loops"]),
    ...(strand.ringsFrom === null ? [] : ["rings on"]),
    ...(cue.speed === 1 ? [] : [`speed ${cue.speed}`]),
    `${cue.levelDb < 0 ? "minus " : ""}${Math.abs(cue.levelDb)} dB`,
  ].join(", ");
}
