import type { Look } from '../api/types';

/** One table from the first row on, with nothing left out: there is nothing to ask. */
export function isPlain(look: Look): boolean {
  const [only] = look.chosen;
  return (
    look.parts.length === 1 &&
    look.chosen.length === 1 &&
    look.notes.length === 0 &&
    only?.area.headingRows === 1 &&
    look.parts[0]?.hidden === false
  );
}
