/** The data type of a dragged sound. */
export const soundType = "application/x-phonaris-sound";
