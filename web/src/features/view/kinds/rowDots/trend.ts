/** A dot, or a field of them. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  /** Rows there. */
  readonly rows: number;
}

export interface Trend {
  readonly slope: number;
  readonly start: number;
  /** Pearson's correlation. */
  readonly correlation: number;
}

/** The straight line with the least sum of squared distances upwards; null where no line is better than another. */
export function trendOf(spots: readonly Spot[]): Trend | null {
  const n = spots.reduce((sum, { rows }) => sum + rows, 0);
  if (n < 3) return null;
  const mean = (of: (spot: Spot) => number) =>
    spots.reduce((sum, spot) => sum + of(spot) * spot.rows, 0) / n;
  const x = mean((spot) => spot.x);
  const y = mean((spot) => spot.y);
  const xx = mean((spot) => (spot.x - x) ** 2);
  const yy = mean((spot) => (spot.y - y) ** 2);
  const xy = mean((spot) => (spot.x - x) * (spot.y - y));
  if (xx === 0 || yy === 0) return null;
  const slope = xy / xx;
  return { slope, start: y - slope * x, correlation: xy / Math.sqrt(xx * yy) };
}

/** The two ends of the line inside a box: it must not make the axes reach to where nothing is. */
export function within(
  { slope, start }: Trend,
  left: number,
  right: number,
  low: number,
  high: number,
): [number, number][] {
  const at = (x: number): [number, number] => [x, start + slope * x];
  if (slope === 0) return [at(left), at(right)];
  const [near, far] = [(low - start) / slope, (high - start) / slope].sort((a, b) => a - b);
  return [at(Math.max(left, near ?? left)), at(Math.min(right, far ?? right))];
}
