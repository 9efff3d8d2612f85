import type { AppDefinition } from '../../api/types';
import { say } from '../../words';
import type { PageState } from './selection';

const STEP = 'step:'; // of a view that is looked into, which is no choice of the author's

/** What an address names that the app does not have any more, each told; the rest of the address holds. */
export function goneFrom(app: AppDefinition, state: PageState): string[] {
  const gone: string[] = [];
  if (state.page !== null && !(app.pages ?? []).some(({ id }) => id === state.page)) {
    gone.push(say('read.thePageIsGone'));
  }
  if (state.alone !== null && !app.views.some(({ id }) => id === state.alone)) {
    gone.push(say('read.theViewIsGone'));
  }
  const isThere = ([id, option]: readonly [string, string]) =>
    id.startsWith(STEP) ||
    (app.choices ?? []).some(
      (choice) => choice.id === id && choice.options.some((one) => one.id === option),
    );
  if (!Object.entries(state.choices).every(isThere)) gone.push(say('read.aChoiceIsGone'));
  return gone;
}
