/** The texts of videos in the editor. */
export const words = { videoOf: (name: string) => `Video ${name}` };
