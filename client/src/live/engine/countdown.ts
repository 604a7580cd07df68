/** How long it is until the talk begins: "begins in 4:30". */
export function countdownWords(startsAt: number, now = Date.now()): string {
  const seconds = Math.max(0, Math.ceil((startsAt - now) / 1000));
  return seconds === 0
    ? "begins now"
    : `begins in ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
