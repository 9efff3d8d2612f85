import { useId } from 'react';
import type { Choice, PageData, View } from '../../api/types';
import { say } from '../../words';
import filterCss from './filter.module.css';
import css from './ChoiceBand.module.css';

interface Props {
  readonly data: PageData;
  /** The views of the page that is shown. */
  readonly views: readonly View[];
  readonly picked: Record<string, string>;
  readonly onPick: (choice: Choice, option: string) => void;
}

const FEW = 3;

/** What colleagues choose, at the band's end: those that some view of the page follows. */
export function ChoiceBand({ data, views, picked, onPick }: Props) {
  const choices = (data.app.choices ?? []).filter((choice) =>
    choice.views.some((id) => views.some((view) => view.id === id)),
  );
  if (choices.length === 0) return null;
  return (
    <section className={`${filterCss.filter} ${css.choices}`} aria-label={say('filter.choices')}>
      {choices.map((choice) => (
        <ChoiceControl
          key={choice.id}
          choice={choice as Choice}
          words={data.choices[choice.id] ?? { name: choice.title, options: [] }}
          picked={picked[choice.id] ?? choice.start ?? choice.options[0]?.id ?? ''}
          onPick={(option) => onPick(choice as Choice, option)}
        />
      ))}
    </section>
  );
}

/** Few short options side by side, more of them as a list that opens. */
function ChoiceControl({
  choice,
  words,
  picked,
  onPick,
}: {
  readonly choice: Choice;
  readonly words: PageData['choices'][string];
  readonly picked: string;
  readonly onPick: (option: string) => void;
}) {
  const id = useId();
  const options = choice.options.map((option, i) => ({
    value: option.id,
    label: words.options[i] ?? option.id,
  }));
  const known = options.some((option) => option.value === picked)
    ? picked
    : (choice.start ?? options[0]?.value ?? '');
  const short = options.length <= FEW && options.map(({ label }) => label).join('').length <= 24;
  return (
    <div className={css.choice} data-choice={choice.id}>
      <span id={id} className={filterCss.filterLabel}>
        {words.name}
      </span>
      {short ? (
        <span className={css.choiceFew} role="radiogroup" aria-labelledby={id}>
          {options.map(({ value, label }) => (
            <label key={value}>
              <input
                type="radio"
                name={id}
                checked={value === known}
                onChange={() => onPick(value)}
              />
              {label}
            </label>
          ))}
        </span>
      ) : (
        <select
          aria-label={words.name}
          value={known}
          onChange={(event) => onPick(event.target.value)}
        >
          {options.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
