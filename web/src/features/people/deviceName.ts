import { say } from '../../words';
const BROWSERS: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\//, say('people.chromeOrChromium')],
  [/Safari\//, 'Safari'],
];
const SYSTEMS: [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
];

const first = (of: [RegExp, string][], text: string): string | undefined =>
  of.find(([pattern]) => pattern.test(text))?.[1];

/** What a browser calls itself, in a person's words. */
export function deviceName(agent: string): string {
  const browser = first(BROWSERS, agent);
  const system = first(SYSTEMS, agent);
  if (browser && system) return say('people.on', { browser, system });
  return browser ?? system ?? (agent.slice(0, 60) || say('people.unnamedProgram'));
}
