/** A name beside a dot: its left end and the middle of its height, in pixels. */
interface Name {
  readonly number: number;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  /** Larger ones are written first. */
  readonly rank: number;
}

/** The numbers of the names that can be written without lying on one written before. */
export function withRoom(
  names: readonly Name[],
  font: string,
  height: number,
): ReadonlySet<number> {
  const pen = document.createElement('canvas').getContext('2d');
  if (pen) pen.font = font;
  const rows = new Map<number, { from: number; to: number; y: number }[]>(); // by strips as high as a name
  const written = new Set<number>();
  for (const { number, name, x, y } of [...names].sort((a, b) => b.rank - a.rank)) {
    const to = x + (pen?.measureText(name).width ?? name.length * height * WIDE);
    const strip = Math.floor(y / height);
    const near = [strip - 1, strip, strip + 1].flatMap((each) => rows.get(each) ?? []);
    if (near.some((one) => one.from < to && one.to > x && Math.abs(one.y - y) < height)) continue;
    written.add(number);
    rows.set(strip, [...(rows.get(strip) ?? []), { from: x, to, y }]);
  }
  return written;
}

const WIDE = 0.6; // of its height, where a letter cannot be measured
