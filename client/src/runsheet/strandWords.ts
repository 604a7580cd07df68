import type { Cue, StrandView } from "../api/client";
import type { Row } from "../strands/layout";
import type { SpanRows } from "./strandMoves";
import { words } from "./words";

/** A strand for screen readers: "Dusk Pad, bed, slides 1 to 4, loops, minus 14 dB". */
export function spoken(
  name: string,
  kind: string,
  rows: readonly Row[],
  span: SpanRows,
  cue: Cue,
  strand: StrandView,
): string {
  const [first, last] = [rows[span.first]?.number ?? 0, rows[span.last]?.number ?? 0];
  const { spoken: say } = words;
  return [
    name,
    kind,
    say.slides(first, last),
    cue.eachSlide && say.eachSlide,
    cue.muted && say.muted,
    strand.replacedBy && say.replaced,
    strand.byHand && say.manual,
    cue.start.kind === "end" && !cue.fit && say.endsTogether,
    cue.rounds !== 1 && say.loops,
    strand.tailFrom !== null && say.tail,
    cue.speed !== 1 && say.speed(cue.speed),
    say.level(cue.levelDb),
  ]
    .filter(Boolean)
    .join(", ");
}
