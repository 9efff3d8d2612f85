import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { askDataset, call } from '../../api/client';
import type { DatasetDetails, Doubt, Step } from '../../api/types';
import { cell } from '../../shared/format';
import { say } from '../../words';
import prepareCss from './prepare.module.css';
import css from './Doubts.module.css';

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
  const client = useQueryClient();
  const key = ['dataset', data.id, 'doubts', data.version];
  const path = `/api/datasets/${data.id}/doubts`;
  const { data: found } = useQuery({
    queryKey: key,
    queryFn: () => call<{ doubts: Doubt[] }>('GET', path),
  });
  const [opened, setOpened] = useState(false);
  const doubts = found?.doubts ?? [];
  const aside = doubts.filter((item) => item.aside);
  const setAside = (item: Doubt) =>
    void call<{ doubts: Doubt[] }>('PUT', path, { key: item.key, aside: !item.aside }).then(
      (next) => client.setQueryData(key, next),
    );
  return (
    <>
      {doubts
        .filter((item) => !item.aside || opened)
        .map((item) => (
          <OneDoubt
            key={item.key}
            item={item}
            data={data}
            busy={busy}
            onStep={onStep}
            onAside={() => setAside(item)}
          />
        ))}
      {aside.length > 0 && (
        <p className="soft">
          {say('prepare.setAside', { doubts: aside.length })}{' '}
          <button
            type="button"
            className="word"
            aria-expanded={opened}
            onClick={() => setOpened(!opened)}
          >
            {opened ? say('prepare.hideThem') : say('prepare.showThem')}
          </button>
        </p>
      )}
    </>
  );
}

function OneDoubt({
  item,
  data,
  busy,
  onStep,
  onAside,
}: {
  readonly item: Doubt;
  readonly data: DatasetDetails;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onAside: () => void;
}) {
  const [open, setOpen] = useState(false);
  const { doubt } = item;
  return (
    <div
      className={
        item.aside ? `notice ${prepareCss.doubt} ${prepareCss.aside}` : `notice ${prepareCss.doubt}`
      }
    >
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
      )}{' '}
      <button type="button" className="word" onClick={onAside}>
        {item.aside ? say('prepare.takeItUpAgain') : say('prepare.setItAside')}
      </button>
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
    <div
      className={css.doubtRows}
      tabIndex={0}
      role="region"
      aria-label={say('prepare.showTheRows')}
    >
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
