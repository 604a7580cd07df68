/** The time until the talk begins: "starts in 4:30". */
export function countdownWords(startsAt: number, now = Date.now()): string {
  const seconds = Math.max(0, Math.ceil((startsAt - now) / 1000));
  return seconds === 0
    ? "starts now"
    : `starts in ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
