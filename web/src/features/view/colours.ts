/** The theme's colours as ECharts needs them, read from the style sheet so that light and dark hold. */
export interface Palette {
  readonly series: readonly string[];
  readonly straw: string;
  readonly ink: string;
  readonly soft: string;
  readonly faint: string;
  readonly paper: string;
  readonly accent: string;
  readonly behind: string;
}

let known: { readonly dark: boolean; readonly colours: Palette } | null = null;

/** Read once for each scheme: asking the style sheet makes the browser lay out the page, which charts would do in turn. */
export function palette(dark: boolean): Palette {
  if (known?.dark !== dark) known = { dark, colours: read() };
  return known.colours;
}

function read(): Palette {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    series: [1, 2, 3, 4, 5, 6, 7, 8].map((i) => colour(`series-${i}`)),
    straw: colour('straw'),
    ink: colour('ink'),
    soft: colour('soft'),
    faint: colour('faint'),
    paper: colour('paper'),
    accent: colour('accent'),
    behind: colour('accent-behind'),
  };
}

/** Red, green and blue of a colour written #rrggbb or rgb(…). */
const parts = (colour: string): number[] =>
  colour.startsWith('#')
    ? [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16))
    : (colour.match(/\d+/g) ?? []).map(Number);

/** A colour on top of another as if it covered that share of it. */
export function mixed(colour: string, under: string, share: number): string {
  const below = parts(under);
  const mix = parts(colour).map((part, i) =>
    Math.round(part * share + (below[i] ?? part) * (1 - share)),
  );
  return mix.every(Number.isFinite) ? `rgb(${mix.join(', ')})` : colour;
}

/** Light as eyes see it, from 0 to 1. Source: WCAG 2, relative luminance. */
function luminance(colour: string): number {
  const [red = 0, green = 0, blue = 0] = parts(colour).map((part) => {
    const share = part / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** Ink or paper, whichever is read better on a colour. */
export function legible(behind: string, { ink, paper }: Palette): string {
  const contrast = (colour: string) => {
    const [dark = 0, light = 0] = [luminance(colour), luminance(behind)].sort((a, b) => a - b);
    return (light + 0.05) / (dark + 0.05);
  };
  return contrast(ink) >= contrast(paper) ? ink : paper;
}

const given = new Map<string, Map<string, number>>();

/** Number of the colour of a column's value: the same in every view and under every selection. */
export function colourIndex(column: string, value: string, all: readonly string[]): number {
  let ofColumn = given.get(column);
  if (!ofColumn) {
    ofColumn = new Map();
    given.set(column, ofColumn);
  }
  for (const name of [...all].sort()) {
    if (!ofColumn.has(name)) ofColumn.set(name, ofColumn.size);
  }
  return (ofColumn.get(value) ?? 0) % 8;
}
