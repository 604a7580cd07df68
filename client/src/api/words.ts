/** The texts of requests and edits. */
export const words = {
  failures: {
    offline: "Phonaris isn't responding. Saved changes are safe. Try again in a moment.",
    busy: "Phonaris is busy. Try again in a moment.",
    gone: "This no longer exists.",
    changed: "Someone else changed this first.",
    refused: "Something went wrong. Saved changes are safe.",
  },
  tryAgain: "Try again",
  changeAnyway: "Change anyway",
  notUploaded: "The recording could not be uploaded. It is still here. Try again.",
  uploadInterrupted: (name: string) => `Upload of “${name}” was interrupted. Add it again to resume.`,
  ofSeveralCues: (n: number, what: string) => `${n} cues: ${what}`,
};
