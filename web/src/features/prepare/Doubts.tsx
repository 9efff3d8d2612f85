import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { askDataset, call } from '../../api/client';
import type { DatasetDetails, Doubt, Step } from '../../api/types';
import { cell } from '../../shared/format';
import { say } from '../../words';

const SHOWN = 10;
const COLUMNS = 6;

/** What may be wrong in the table as it stands: the rows, and steps that would put it right. */
export function Doubts({
  data,
  busy,
  onStep,
}: {
  readonly data: DatasetDetails;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}) {
  const { data: found } = useQuery({
    queryKey: ['dataset', data.id, 'doubts', data.version],
    queryFn: () => call<{ doubts: Doubt[] }>('GET', `/api/datasets/${data.id}/doubts`),
  });
  return (
    <>
      {(found?.doubts ?? []).map((doubt) => (
        <OneDoubt key={doubt.text} doubt={doubt} data={data} busy={busy} onStep={onStep} />
      ))}
    </>
  );
}

function OneDoubt({
  doubt,
  data,
  busy,
  onStep,
}: {
  readonly doubt: Doubt;
  readonly data: DatasetDetails;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}) {
  const [open, setOpen] = useState(false);
  return (
    <div className="notice doubt">
      <p>{doubt.text}</p>
      {doubt.remedies.map(({ words, step }) => (
        <button
          key={words}
          type="button"
          className="button"
          disabled={busy}
          onClick={() => void onStep(step as Step)}
        >
          {words}
        </button>
      ))}{' '}
      {doubt.condition !== null && (
        <button type="button" className="word" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? say('prepare.hideTheRows') : say('prepare.showTheRows')}
        </button>
      )}
      {open && doubt.condition !== null && (
        <RowsOf condition={doubt.condition} column={doubt.column} data={data} />
      )}
    </div>
  );
}

/** The first rows that a doubt is about, its column first. */
function RowsOf({
  condition,
  column,
  data,
}: {
  readonly condition: string;
  readonly column: string | null;
  readonly data: DatasetDetails;
}) {
  const names = data.columns.map(({ info }) => info.name);
  const columns = [...(column ? [column] : []), ...names.filter((name) => name !== column)].slice(
    0,
    COLUMNS,
  );
  const { data: answer } = useQuery({
    queryKey: ['dataset', data.id, 'doubtRows', data.version, condition],
    queryFn: async () => {
      const question = { kind: 'rows', columns, sort: [], offset: 0, limit: SHOWN };
      const [first] = await askDataset(
        data.id,
        [{ kind: 'where', expression: condition }],
        [question],
      );
      return first && 'rows' in first ? first : null;
    },
  });
  const infoOf = (name: string) => data.columns.find(({ info }) => info.name === name)?.info;
  if (!answer) return <p className="soft">{say('prepare.reading2')}</p>;
  return (
    <div className="doubt-rows" tabIndex={0} role="region" aria-label={say('prepare.showTheRows')}>
      <table>
        <thead>
          <tr>
            {answer.columns.map((name) => (
              <th key={name} scope="col">
                {infoOf(name)?.label ?? name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {answer.rows.map((row, r) => (
            <tr key={r}>
              {row.map((value, c) => {
                const info = infoOf(answer.columns[c] ?? '');
                return <td key={c}>{cell(value, info?.type ?? 'TEXT', info?.format)}</td>;
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
