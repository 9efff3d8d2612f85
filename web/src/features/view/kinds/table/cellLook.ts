import type { CSSProperties } from 'react';
import type { Answer, View } from '../../../../api/types';

/** How large the numbers of a column are, and what shows it in its cells. */
export interface CellLook {
  readonly low: number;
  readonly high: number;
  readonly bar: boolean;
  readonly shade: boolean;
}

/** By the name of the column, from the least and largest numbers that stand behind the totals in the answer beside. */
export function cellLooks(
  view: View,
  shown: readonly string[],
  beside: Answer | null,
): ReadonlyMap<string, CellLook> {
  const { bars = [], shades = [] } = view.settings?.cells ?? {};
  const names = [...new Set([...(bars ?? []), ...(shades ?? [])])].filter((name) =>
    shown.includes(name),
  );
  const looks = new Map<string, CellLook>();
  if (beside?.kind !== 'groups') return looks;
  const first = view.measures?.length ?? 0;
  names.forEach((name, i) => {
    const low = beside.measures[first + 2 * i]?.values[0];
    const high = beside.measures[first + 2 * i + 1]?.values[0];
    if (low === null || low === undefined || high === null || high === undefined) return;
    looks.set(name, {
      low: Number(low),
      high: Number(high),
      bar: (bars ?? []).includes(name),
      shade: (shades ?? []).includes(name),
    });
  });
  return looks;
}

const FULL = 32; // percent of the colour behind the largest number; the text stays legible on it
const BAR = 24;
const colour = (percent: number) => `color-mix(in srgb, var(--accent) ${percent}%, transparent)`;

/** A bar from nought, to the left for what is less; a colour from the least to the largest. */
export function cellStyle(look: CellLook | undefined, plain: string | null): CSSProperties {
  if (!look || plain === null) return {};
  const value = Number(plain);
  const style: CSSProperties = {};
  if (look.bar) {
    const low = Math.min(0, look.low);
    const span = Math.max(0, look.high) - low || 1;
    const from = (100 * (Math.min(0, value) - low)) / span;
    const to = (100 * (Math.max(0, value) - low)) / span;
    style.backgroundImage = `linear-gradient(to right, transparent ${from}%, ${colour(BAR)} ${from}% ${to}%, transparent ${to}%)`;
  }
  if (look.shade) {
    const part = (value - look.low) / (look.high - look.low || 1);
    style.backgroundColor = colour(Math.round(FULL * part));
  }
  return style;
}
