import { IntlMessageFormat } from 'intl-messageformat';
import en from './en.json';

/** A text that the interface says, by its place in `en.json`. */
export type WordKey = keyof typeof en;

declare global {
  /** Another language's texts, put there by the server before any script runs. */
  var sparrowWords: Partial<Record<WordKey, string>> | undefined;
}

const words: Readonly<Record<WordKey, string>> = { ...en, ...globalThis.sparrowWords };

/** How plurals are formed; an invented language forms them as English does. */
const language = ((asked) =>
  Intl.PluralRules.supportedLocalesOf(asked).length > 0 ? asked : 'en')(
  document.documentElement.lang || 'en',
);

/** How numbers and dates are written: as the server says of who reads, so that its sentences have them alike. */
export const LOCALE =
  document.documentElement.dataset.formats ?? (language === 'en' ? 'en-GB' : language);

/** The language that whoever reads has set: said with each call, so that texts come in its order. */
export const READER = document.documentElement.dataset.reader ?? LOCALE;

const order = new Intl.Collator(READER, { numeric: true, sensitivity: 'base' });

/** Negative where one text stands before the other: as the server orders them, numbers in them by their value. */
export const compareTexts = (one: string, other: string): number => order.compare(one, other);

const templates = new Map<WordKey, IntlMessageFormat>();

/**
 * A text of the interface with its arguments put in: the only way a text reaches the screen.
 * Templates are ICU messages, so that plurals, conditions and the order of arguments are the language's.
 */
export function say(key: WordKey, args?: Readonly<Record<string, string | number>>): string {
  const text = words[key];
  if (args === undefined && !text.includes("'")) return text;
  let template = templates.get(key);
  if (!template) {
    template = new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
    templates.set(key, template);
  }
  return template.format<string>(args) as string;
}
