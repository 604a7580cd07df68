/** What videos in the editor say. */
export const words = { videoOf: (name: string) => `Video ${name}` };
