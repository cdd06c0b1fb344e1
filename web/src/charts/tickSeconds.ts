/** Where the marks along the foot of a ride stand, s: at most a dozen. */
export function tickSeconds(longest: number): number[] {
  const step = [300, 600, 1200, 1800, 3600].find((seconds) => longest / seconds <= 12) ?? 7200;
  return Array.from({ length: Math.floor(longest / step) + 1 }, (_, index) => index * step);
}
