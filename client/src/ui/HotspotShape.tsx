import type { Cue } from "../api/client";

type Hotspot = NonNullable<Cue["hotspot"]>;

/** The symbols of hotspots, drawn on a field of 24 by 24. */
const drawings: Record<Hotspot["symbol"], string> = {
  wing: "M12 20C4 19 1 12 2 4c6 1 9 5 10 10 1-5 4-9 10-10 1 8-2 15-10 16z",
  bell: "M12 2c4 0 6 3 6 7 0 6 2 7 3 9H3c1-2 3-3 3-9 0-4 2-7 6-7zM9.5 19.5h5a2.5 2.5 0 0 1-5 0z",
  drop: "M12 2c4 6 7 9 7 13a7 7 0 0 1-14 0c0-4 3-7 7-13z",
  leaf: "M4 20C2 10 8 3 21 3c0 12-6 18-14 16 2-5 5-8 9-10-5 1-9 5-12 11z",
  ring: "M12 2a10 10 0 1 1 0 20a10 10 0 1 1 0-20zM12 6.5a5.5 5.5 0 1 0 0 11a5.5 5.5 0 1 0 0-11z",
  wave: "M1 12c3-9 6-9 8 0s5 9 7 0c1-4 3-6 7-5v5c-3-1-4 1-5 4-3 8-8 8-11-1-1-4-2-4-3 0z",
};

export const symbols = Object.keys(drawings) as Hotspot["symbol"][];

/** What a hotspot looks like; fills the box it is in. */
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
