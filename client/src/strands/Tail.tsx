/** The end of a strand that plays past its span: threads of different lengths. */
export function Tail({ y, x, half, color }: { y: number; x: number; half: number; color: string }) {
  const wide = Math.max(5, half);
  const threads = [-1, -0.5, 0, 0.5, 1].map((at, i) => `M${x + at * wide} ${y}v${i % 2 === 0 ? 9 : 5}`);
  return <path d={threads.join("")} stroke={color} strokeWidth={1.5} strokeLinecap="round" aria-hidden="true" />;
}
