/** A waveform as one path: a bar for each value, mirrored about the middle. */
export function Waveform({ peaks, color, className }: { peaks: readonly number[]; color: string; className?: string }) {
  const loudest = Math.max(0.05, ...peaks);
  const bars = peaks.map((peak, i) => {
    const half = Math.max(0.5, (peak / loudest) * 14);
    return `M${i + 0.2} ${15 - half}h.6v${2 * half}h-.6z`;
  });
  return (
    <svg className={className} viewBox={`0 0 ${peaks.length} 30`} preserveAspectRatio="none" aria-hidden="true">
      <path d={bars.join("")} fill={color} />
    </svg>
  );
}
