import type { Cue } from "../api/client";
import outlines from "./symbols.json";

type Hotspot = NonNullable<Cue["hotspot"]>;

/** The symbols of hotspots, on a field of 24 by 24; the server uses the same file. */
const drawings: Record<Hotspot["symbol"], string> = outlines;

export const symbols = Object.keys(drawings) as Hotspot["symbol"][];

/** A hotspot, filling its box. */
export function HotspotShape({ spot, picture }: { spot: Hotspot; picture: string | undefined }) {
  const style = { transform: `rotate(${spot.turn}deg)`, opacity: spot.opacity };
  if (spot.picture && picture)
    return (
      <img
        src={picture}
        alt={spot.alternative}
        className="h-full w-full object-contain"
        style={style}
        draggable={false}
      />
    );
  return (
    <svg viewBox="0 0 24 24" role="img" aria-label={spot.alternative} className="h-full w-full" style={style}>
      <path
        d={drawings[spot.symbol]}
        fill={spot.color}
        stroke="#fffefa"
        strokeWidth={0.8}
        fillRule="evenodd"
        strokeLinejoin="round"
      />
    </svg>
  );
}
