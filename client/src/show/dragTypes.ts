/** What a dragged sound is called in a drag. */
export const soundType = "application/x-phonaris-sound";
