import { say } from '../../words';
const NAMESPACE = 'http://www.w3.org/2000/svg';
const HEAD = 56;
const SCALE = 2; // pixels of a picture for one of the screen

/** A view's charts as one drawing with its title and sentence; null where it has none. */
export function drawingOf(card: Element, title: string, sentence: string): SVGSVGElement | null {
  const charts = [...card.querySelectorAll<SVGSVGElement>('[data-ready] svg')];
  const body = card.querySelector('[data-body]')?.getBoundingClientRect();
  if (charts.length === 0 || !body) return null;
  const style = getComputedStyle(document.documentElement);
  const places = charts.map((chart) => chart.getBoundingClientRect());
  const bottom = Math.max(...places.map((place) => place.bottom - body.top));
  const width = Math.ceil(body.width) + 24;
  const height = Math.ceil(bottom) + HEAD + 12;
  const drawing = document.createElementNS(NAMESPACE, 'svg');
  drawing.setAttribute('xmlns', NAMESPACE);
  drawing.setAttribute('width', String(width));
  drawing.setAttribute('height', String(height));
  drawing.setAttribute('viewBox', `0 0 ${width} ${height}`);
  const paper = document.createElementNS(NAMESPACE, 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', style.getPropertyValue('--paper').trim());
  drawing.append(paper);
  const write = (text: string, y: number, size: number, weight: string, colour: string) => {
    const line = document.createElementNS(NAMESPACE, 'text');
    line.setAttribute('x', '12');
    line.setAttribute('y', String(y));
    line.setAttribute('font-family', 'Source Sans 3 Variable, Liberation Sans, sans-serif');
    line.setAttribute('font-size', String(size));
    line.setAttribute('font-weight', weight);
    line.setAttribute('fill', style.getPropertyValue(colour).trim());
    line.textContent = text;
    drawing.append(line);
  };
  write(title, 24, 15, '600', '--ink');
  write(sentence, 43, 12, '400', '--soft');
  charts.forEach((chart, i) => {
    const copy = chart.cloneNode(true) as SVGSVGElement;
    const place = places[i];
    copy.setAttribute('x', String((place?.left ?? 0) - body.left + 12));
    copy.setAttribute('y', String((place?.top ?? 0) - body.top + HEAD));
    const name = chart.closest('[data-panel]')?.querySelector('h3')?.textContent;
    drawing.append(copy);
    if (name && place) {
      write(name, place.top - body.top + HEAD - 4, 12, '600', '--ink');
      drawing.lastElementChild?.setAttribute('x', String(place.left - body.left + 12));
    }
  });
  return drawing;
}

const asText = (drawing: SVGSVGElement): string => new XMLSerializer().serializeToString(drawing);

export const asSvg = (drawing: SVGSVGElement): Blob =>
  new Blob([asText(drawing)], { type: 'image/svg+xml' });

/** As pixels, twice as fine as on the screen. */
export async function asPng(drawing: SVGSVGElement): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(asText(drawing))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width * SCALE;
  canvas.height = image.height * SCALE;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error(say('view.noPicture')))),
      'image/png',
    );
  });
}

/** Hands a file over as a download. */
export function save(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
