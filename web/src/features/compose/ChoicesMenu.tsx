import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { call } from '../../api/client';
import type { AppDefinition, Grammar, PageData, Proposal, View } from '../../api/types';
import { Menu } from '../../shared/Menu';
import { freeName } from './names';
import { dataOf } from '../../shared/datasets';
import { TypedInput } from '../../shared/TypedInput';
import { withValue, valueAt, type Fields } from '../../shared/sentence/definition';
import { SentenceEditor } from '../../shared/sentence/SentenceEditor';
import { columnsOf, useSlots } from './useSlots';
import { say } from '../../words';
import composeCss from './compose.module.css';

type AppChoice = NonNullable<AppDefinition['choices']>[number];
type Option = AppChoice['options'][number];
type Slot = NonNullable<Grammar['choiceKinds'][number]['written']>;

interface Props {
  readonly id: string;
  readonly revision: number;
  /** Id of the app's first dataset. */
  readonly first: string;
  readonly app: AppDefinition;
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onChange: (app: AppDefinition) => void;
}

/** What colleagues could be let choose of a view, asked again when the saved draft changes. */
export function useProposals(app: string, view: string | undefined, revision: number) {
  const { data } = useQuery({
    queryKey: ['proposals', app, view, revision],
    queryFn: () =>
      call<{ proposals: Proposal[] }>('GET', `/api/apps/${app}/views/${view ?? ''}/choices`),
    enabled: view !== undefined,
    placeholderData: (before) => before,
  });
  return data?.proposals ?? [];
}

const AT_FIRST = 6;

/** A choice of a view, with the options that fit best. */
export function newChoice(app: AppDefinition, view: string, proposal: Proposal): AppChoice {
  return {
    id: freeName('c', app.choices ?? []),
    title: '',
    kind: proposal.kind,
    options: proposal.options.slice(0, AT_FIRST).map(({ option }) => option as Option),
    start: null,
    views: [view],
  };
}

/** What colleagues choose: the options of each choice, which one holds at first, which views follow. */
export function ChoicesMenu({ id, revision, first, app, page, grammar, onChange }: Props) {
  const choices = app.choices ?? [];
  if (choices.length === 0) return null;
  return (
    <Menu
      label={say('compose.choices', { choices: choices.length })}
      className="word"
      name={say('compose.whatColleaguesChoose')}
    >
      {() => (
        <div className={composeCss.definitions}>
          {choices.map((choice) => (
            <OneChoice
              key={choice.id}
              id={id}
              revision={revision}
              first={first}
              choice={choice}
              page={page}
              app={app}
              grammar={grammar}
              onChange={(next) =>
                onChange({
                  ...app,
                  choices: choices.flatMap((other) =>
                    other.id !== choice.id ? [other] : next ? [next] : [],
                  ),
                })
              }
            />
          ))}
        </div>
      )}
    </Menu>
  );
}

function OneChoice({
  id,
  revision,
  first,
  choice,
  app,
  page,
  grammar,
  onChange,
}: {
  readonly id: string;
  readonly revision: number;
  readonly first: string;
  readonly choice: AppChoice;
  readonly app: AppDefinition;
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onChange: (choice: AppChoice | null) => void;
}) {
  const words = page.choices[choice.id] ?? { name: choice.title, options: [] };
  const proposals = useProposals(id, choice.views[0], 0);
  const known = new Set(choice.options.map(stands));
  const more = (proposals.find((item) => item.kind === choice.kind)?.options ?? []).filter(
    ({ option }) => !known.has(stands(option as Option)),
  );
  const leader = app.views.find((view) => view.id === choice.views[0]);
  const kind = grammar.choiceKinds.find((item) => item.kind === choice.kind);
  const written = kind?.written ?? null;
  const { slots, fresh } = useSlots(id, revision, choice.id, { choice });
  /** Its title, or all else. */
  const said = (title: boolean) => (
    <SentenceEditor
      slots={slots.filter((slot) => (slot.path === 'title') === title)}
      fresh={fresh}
      fields={choice as unknown as Fields}
      columns={[]}
      dataset=""
      late
      look="lines"
      onChange={(next) => onChange(next as unknown as AppChoice)}
    />
  );
  return (
    <fieldset className={composeCss.definition} data-choice={choice.id} aria-label={words.name}>
      {said(true)}
      <ol className={composeCss.options}>
        {choice.options.map((option, i) => (
          <li key={option.id}>
            <TypedInput
              label={say('compose.wordsOfOption', { i: i + 1 })}
              value={option.label ?? ''}
              placeholder={words.options[i] ?? ''}
              empty
              onDone={(label) =>
                onChange({
                  ...choice,
                  options: choice.options.map((other) =>
                    other.id === option.id ? { ...other, label: label || null } : other,
                  ),
                })
              }
            />
            {written && hasWritten(option, written) && (
              <SentenceEditor
                slots={[{ ...written, words: `${written.words} ${i + 1}`, before: '' }]}
                fields={option as unknown as Fields}
                columns={columnsOf(dataOf(page, leader?.dataset ?? null))}
                dataset={
                  (app.datasets ?? []).find((item) => item.name === leader?.dataset)?.dataset ??
                  first
                }
                late
                look="lines"
                onChange={(next) =>
                  onChange({
                    ...choice,
                    options: choice.options.map((other) =>
                      other.id === option.id ? (next as unknown as Option) : other,
                    ),
                  })
                }
              />
            )}
            <button
              type="button"
              className="word"
              disabled={choice.options.length <= 2}
              aria-label={say('compose.remove', {
                label: option.label ?? words.options[i] ?? say('compose.option'),
              })}
              onClick={() =>
                onChange({
                  ...choice,
                  options: choice.options.filter((other) => other.id !== option.id),
                  start: choice.start === option.id ? null : (choice.start ?? null),
                })
              }
            >
              {say('compose.remove2')}
            </button>
          </li>
        ))}
      </ol>
      {more.length > 0 && (
        <Select
          aria-label={say('compose.addAnOption')}
          size="small"
          placeholder={say('compose.addAnOption')}
          value={null}
          showSearch={more.length > 8}
          optionFilterProp="label"
          popupMatchSelectWidth={false}
          options={more.map(({ words: label }, i) => ({ value: i, label }))}
          onChange={(i: number) => {
            const picked = more[i];
            if (!picked) return;
            const option = { ...picked.option, id: freeName('o', choice.options) } as Option;
            onChange({ ...choice, options: [...choice.options, option] });
          }}
        />
      )}
      {written && (
        <button
          type="button"
          className="word"
          onClick={() =>
            onChange({
              ...choice,
              options: [
                ...choice.options,
                blankOption(freeName('o', choice.options), written, leader),
              ],
            })
          }
        >
          {say('compose.writeAnOption')}
        </button>
      )}
      {said(false)}
      <button type="button" className="word" onClick={() => onChange(null)}>
        {say('compose.removeThisChoice')}
      </button>
    </fieldset>
  );
}

/** What an option stands for, whatever it is called. */
const stands = (option: Option): string =>
  JSON.stringify({ ...option, id: '', label: null }, (_, value: unknown) => value ?? undefined);

/** Whether an option says what is written; the one that stands for nothing does not. */
const hasWritten = (option: Option, written: Slot): boolean =>
  (valueAt(option, written.path) ?? null) !== null;

/** What is said first where a view says nothing that could be changed. */
const BEGINNINGS: Partial<Record<Slot['type'], unknown>> = {
  EXPRESSION: '1 = 1',
  REFERENCE: { value: 0, label: null },
  PARAGRAPHS: '',
  PICTURE: null,
  COLUMNS: [],
};

/** An option to be written: as the view that it is of stands now, of a list its first. */
function blankOption(id: string, written: Slot, view: View | undefined): Option {
  const now = valueAt(view, written.path) ?? BEGINNINGS[written.type];
  const begun = Array.isArray(now) ? now.slice(0, 1) : now;
  return withValue({ id }, written.path, begun) as unknown as Option;
}
