import type { Schemas } from "../api/client";
import type { Bands } from "../strands/bands";
import { sheetHeight, type Row } from "../strands/layout";

interface Props {
  cues: readonly Schemas["DraftedCue"][];
  rows: readonly Row[];
  bands: Bands;
}

const inset = 5;

/** The proposed cues of a draft, as outlines. */
export function Outlines({ cues, rows, bands }: Props) {
  const rowOf = new Map(rows.map((r) => [r.slideId, r]));
  const leftOf = new Map<string, number>();
  bands.all.reduce((left, band) => (leftOf.set(band.kind, left), left + band.width), 0);
  return (
    <svg
      width={bands.width}
      height={sheetHeight(rows)}
      className="pointer-events-none absolute inset-0"
      data-testid="outlines"
      aria-hidden="true"
    >
      {cues.map((cue) => {
        const [first, last] = [rowOf.get(cue.first), rowOf.get(cue.last)];
        const band = bands.all.find((b) => b.kind === cue.kind);
        if (!first || !last || !band) return null;
        const left = leftOf.get(cue.kind) ?? 0;
        const top = first.top + inset;
        const height = last.top + last.height - inset - top;
        return (
          <g key={cue.cueId}>
            <rect
              x={left + inset}
              y={top}
              width={2 * band.fullest}
              height={height}
              rx={7}
              fill={`var(--${cue.kind})`}
              fillOpacity={0.12}
              stroke={`var(--${cue.kind})`}
              strokeWidth={1.5}
              strokeDasharray="5 4"
            />
            <foreignObject
              x={left + inset + 2 * band.fullest + 4}
              y={top}
              width={band.width - 2 * band.fullest - 2 * inset - 2}
              height={Math.min(height, 60)}
            >
              <div
                className="line-clamp-3 text-xs leading-tight font-bold [overflow-wrap:anywhere]"
                style={{ color: `var(--${cue.kind}-text)` }}
              >
                {cue.name}
              </div>
            </foreignObject>
          </g>
        );
      })}
    </svg>
  );
}
