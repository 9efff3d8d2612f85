import type { Slot } from '../../api/types';

/** Of a definition: a step, a filter, a view, a measure, an option of a choice. */
export type Fields = Readonly<Record<string, unknown>>;

type Option = Slot['options'][number];

/** What stands at a path; undefined where nothing does. */
export const valueAt = (fields: unknown, path: string): unknown =>
  path
    .split('/')
    .reduce<unknown>(
      (at, key) =>
        at === null || at === undefined ? undefined : (at as Record<string, unknown>)[key],
      fields,
    );

/** The definition with a value at a path, nothing else changed. */
export function withValue(fields: Fields, path: string, value: unknown): Fields {
  const [key = '', ...rest] = path.split('/');
  return rest.length === 0
    ? { ...fields, [key]: value }
    : {
        ...fields,
        [key]: withValue((fields[key] ?? {}) as Fields, rest.join('/'), value),
      };
}

/** The definition as an option makes it. */
export const applied = (fields: Fields, option: Option): Fields =>
  Object.entries(option.set ?? {}).reduce(
    (now, [path, value]) => withValue(now, path, value),
    fields,
  );

/** The same text for what means the same: what is left out, nothing, none and no are one. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return value.length === 0 ? '' : `[${value.map(canonical).join()}]`;
  if (typeof value === 'object' && value !== null) {
    const parts = Object.entries(value)
      .map(([key, part]) => [key, canonical(part)] as const)
      .filter(([, part]) => part !== '')
      .sort(([a], [b]) => (a < b ? -1 : 1));
    return parts.length === 0 ? '' : `{${parts.map((part) => part.join(':')).join()}}`;
  }
  return value === null || value === undefined || value === false || value === 0
    ? ''
    : String(value);
}

export const isSame = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);

/** Whether nothing is said at a path. */
export const isEmptyAt = (fields: Fields, path: string): boolean =>
  canonical(valueAt(fields, path)) === '';

/** The option that stands: the one that would change nothing, or else not what it is about; else what is said by parts. */
export function standing(slot: Slot, fields: Fields): Option | undefined {
  const setting = slot.options.filter((option) => option.set);
  const keeps = (option: Option, paths: readonly string[]) =>
    paths.every((path) => isSame(valueAt(fields, path), option.set?.[path]));
  return (
    setting.find((option) => keeps(option, Object.keys(option.set ?? {}))) ??
    slot.options.find((option) => option.more) ??
    setting.find((option) => slot.path in (option.set ?? {}) && keeps(option, [slot.path]))
  );
}
