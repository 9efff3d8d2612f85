/** A dot with a name that may stand beside it, in pixels. */
interface Dot {
  readonly number: number;
  /** Null where no name is to be written: but none is written over it either. */
  readonly name: string | null;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  /** Those of larger ones are written first. */
  readonly rank: number;
}

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export type Side = 'right' | 'left' | 'top' | 'bottom';

const SIDES: readonly Side[] = ['right', 'left', 'top', 'bottom'];
const STRIP = 24; // pixels, among which neighbours are looked for
const WIDE = 0.6; // of its height, where a letter cannot be measured

/** On which side of its dot each name is written that has room there: neither on another one nor on a dot. */
export function withRoom(
  dots: readonly Dot[],
  font: string,
  height: number,
  gap: number,
): ReadonlyMap<number, Side> {
  const pen = document.createElement('canvas').getContext('2d');
  if (pen) pen.font = font;
  const strips = new Map<number, (Box & { readonly of: number })[]>();
  const eachStrip = ({ top, bottom }: Box, visit: (strip: number) => void) => {
    for (let at = Math.floor(top / STRIP); at <= Math.floor(bottom / STRIP); at += 1) visit(at);
  };
  const take = (box: Box, of: number) => {
    eachStrip(box, (strip) => {
      const there = strips.get(strip);
      if (there) there.push({ ...box, of });
      else strips.set(strip, [{ ...box, of }]);
    });
  };
  const isFree = (box: Box, of: number) => {
    let free = true;
    eachStrip(box, (strip) => {
      free &&= !strips.get(strip)?.some((one) => one.of !== of && overlap(one, box));
    });
    return free;
  };
  for (const { number, x, y, radius } of dots) {
    take({ left: x - radius, right: x + radius, top: y - radius, bottom: y + radius }, number);
  }
  const written = new Map<number, Side>();
  for (const dot of [...dots].sort((a, b) => b.rank - a.rank)) {
    if (dot.name === null) continue;
    const width = pen?.measureText(dot.name).width ?? dot.name.length * height * WIDE;
    const side = SIDES.find((one) => isFree(boxAt(dot, one, width, height, gap), dot.number));
    if (!side) continue;
    written.set(dot.number, side);
    take(boxAt(dot, side, width, height, gap), dot.number);
  }
  return written;
}

function boxAt({ x, y, radius }: Dot, side: Side, width: number, height: number, gap: number): Box {
  const away = radius + gap;
  const left = side === 'right' ? x + away : side === 'left' ? x - away - width : x - width / 2;
  const top = side === 'top' ? y - away - height : side === 'bottom' ? y + away : y - height / 2;
  return { left, right: left + width, top, bottom: top + height };
}

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top;
