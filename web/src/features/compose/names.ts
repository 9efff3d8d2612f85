import type { AppDefinition, Choice, Grammar, View } from '../../api/types';
import { formOf } from './options';

/** The first of `m1`, `m2` … that nothing has. */
export function freeName(letter: string, taken: readonly { readonly id: string }[]): string {
  let n = taken.length + 1;
  while (taken.some((item) => item.id === `${letter}${n}`)) n += 1;
  return `${letter}${n}`;
}

/** The first of `d2`, `d3` … that no further dataset of an app is called. */
export function freeDataset(taken: readonly { readonly name: string }[]): string {
  let n = 2;
  while (taken.some((item) => item.name === `d${n}`)) n += 1;
  return `d${n}`;
}

/** Ids of the views and choices that use a named measure. */
export const usesOf = (app: AppDefinition, measure: string): string[] => [
  ...app.views.filter((view) => view.measureId === measure).map((view) => view.id),
  ...(app.choices ?? [])
    .filter((choice) => choice.options.some((option) => option.measureId === measure))
    .map((choice) => choice.id),
];

/** Whether a view has the part that such a choice fills. */
export function takes(view: View, kind: Choice['kind'], grammar: Grammar): boolean {
  const choice = grammar.choiceKinds.find((item) => item.kind === kind);
  const slots = grammar.viewKinds.find((item) => item.kind === view.kind)?.slots ?? [];
  return (
    choice !== undefined &&
    choice.needs.every((slot) => slots.includes(slot)) &&
    (choice.forms.length === 0 || Boolean(view.by && choice.forms.includes(formOf(view.by))))
  );
}

type AppChoice = NonNullable<AppDefinition['choices']>[number];

/** Without options of measures that are gone. */
const withKnownMeasures =
  (named: ReadonlySet<string>) =>
  (choice: AppChoice): AppChoice => {
    const options = choice.options.filter(
      (option) => !option.measureId || named.has(option.measureId),
    );
    const isThere = options.some((option) => option.id === choice.start);
    return options.length === choice.options.length
      ? choice
      : { ...choice, options, start: isThere ? choice.start : null };
  };

/** With filters that skip only views that are there; with choices followed only by views that are there and have the part; a choice that none follows goes. */
export function pruned(app: AppDefinition, grammar: Grammar): AppDefinition {
  if (grammar.choiceKinds.length === 0) return app;
  const named = new Set((app.measures ?? []).map((measure) => measure.id));
  const choices = (app.choices ?? []).map(withKnownMeasures(named)).flatMap((choice) => {
    if (choice.options.length < 2) return [];
    const views = choice.views.filter((id) =>
      app.views.some((view) => view.id === id && takes(view, choice.kind, grammar)),
    );
    if (views.length === choice.views.length) return [choice];
    return views.length > 0 ? [{ ...choice, views }] : [];
  });
  const known = (id: string) => app.views.some((view) => view.id === id);
  const filters = app.filters.map((spec) =>
    (spec.skipped ?? []).every(known)
      ? spec
      : { ...spec, skipped: (spec.skipped ?? []).filter(known) },
  );
  return { ...app, choices, filters };
}
