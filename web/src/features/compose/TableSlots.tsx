import type { PageData, View } from '../../api/types';
import type { Given } from './Chosen';
import { isNumber } from './options';
import { Phrase } from './Phrase';
import { PickMany } from './PickMany';
import { say } from '../../words';

interface Props {
  readonly view: View;
  readonly page: PageData;
  readonly onChange: (view: View) => void;
  readonly given: Given;
}

/** Which columns a table shows, and how its rows follow each other. */
export function TableSlots({ view, page, onChange, given }: Props) {
  const { columns } = page;
  const sort = view.sort[0];
  const all = columns.map((column) => ({ value: column.name, label: column.label }));
  return (
    <>
      {say('compose.showRowsWith')}{' '}
      {given('COLUMNS') ?? (
        <PickMany
          name={say('compose.columns')}
          shown={3}
          value={view.columns}
          options={all}
          onPick={(names) => {
            if (names.length === 0) return;
            onChange({
              ...view,
              columns: names,
              sort: view.sort.filter((by) => names.includes(by.column)),
            });
          }}
        />
      )}
      {say('compose.by2')}{' '}
      <Phrase
        name={say('compose.sort')}
        value={sort?.column ?? ''}
        choices={[
          { value: '', label: say('compose.theOrderOfTheFile') },
          ...all.filter((item) => view.columns.includes(item.value)),
        ]}
        onPick={(column) => {
          const numeric = columns.find((item) => item.name === column);
          const descending = numeric !== undefined && isNumber(numeric);
          onChange({ ...view, sort: column === '' ? [] : [{ column, descending }] });
        }}
      />
      {sort && (
        <>
          ,{' '}
          <Phrase
            name={say('compose.direction')}
            value={sort.descending ? 'down' : 'up'}
            choices={[
              { value: 'down', label: say('compose.largestFirst') },
              { value: 'up', label: say('compose.smallestFirst') },
            ]}
            onPick={(value) =>
              onChange({ ...view, sort: [{ ...sort, descending: value === 'down' }] })
            }
          />
        </>
      )}
    </>
  );
}
