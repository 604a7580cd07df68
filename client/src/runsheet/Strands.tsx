import { useMemo } from "react";
import { useOpenShow } from "../shows/ShowContext";
import { bandsWidth, hang } from "./bands";
import { sheetHeight, type Row } from "./layout";
import { Strand } from "./Strand";

interface Props {
  rows: readonly Row[];
  selected: string | undefined;
  select: (cueId: string) => void;
}

/** All strands of the show, hung in their bands. */
export function Strands({ rows, selected, select }: Props) {
  const { view } = useOpenShow();
  const hung = useMemo(() => hang(view), [view]);
  return (
    <svg width={bandsWidth} height={sheetHeight(rows)} className="block" aria-label="Strands">
      <defs>
        <pattern id="voice" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--voice-fill)" />
          <rect width="1.6" height="6" fill="var(--voice)" opacity="0.45" />
        </pattern>
        <pattern id="spot" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" fill="var(--spot-fill)" />
          <circle cx="2.5" cy="2.5" r="1" fill="var(--spot)" opacity="0.6" />
        </pattern>
      </defs>
      {hung.map((one) => (
        <Strand
          key={`${one.strand.cueId} ${one.strand.startFrame}`}
          hung={one}
          rows={rows}
          selected={one.strand.cueId === selected}
          select={() => select(one.strand.cueId)}
        />
      ))}
    </svg>
  );
}
