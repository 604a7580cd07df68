import type { SoundKind } from "../api/client";

/** The patterns that distinguish voices (hatched), spots (dotted) and videos (runged) from plain beds. To be put into a drawing's defs. */
export function KindPatterns() {
  return (
    <>
      <pattern id="voice" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--voice-fill)" />
        <rect width="1.6" height="6" fill="var(--voice)" opacity="0.45" />
      </pattern>
      <pattern id="spot" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="var(--spot-fill)" />
        <circle cx="2.5" cy="2.5" r="1" fill="var(--spot)" opacity="0.6" />
      </pattern>
      <pattern id="video" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill="var(--video-fill)" />
        <rect width="8" height="1.6" fill="var(--video)" opacity="0.5" />
      </pattern>
    </>
  );
}

/** The fill of a kind, in a drawing that contains the patterns. */
export const fillOf = (kind: SoundKind) => (kind === "bed" ? "var(--bed-fill)" : `url(#${kind})`);
