import { useState } from 'react';
import type { RowsAnswer, View } from '../../../../api/types';
import { cell, count } from '../../../../shared/format';
import type { ViewContext } from '../../context';
import { useRowPages } from '../../useRowPages';
import { say } from '../../../../words';
import css from './RecordView.module.css';

const NO_WISH = { sort: null, find: null, filters: [] };

/** One row with all its fields, long texts in full; the next, the one before and another at random. */
export function RecordView({
  view,
  answer,
  context,
}: {
  readonly view: View;
  readonly answer: RowsAnswer;
  readonly context: ViewContext;
  readonly rounds: number;
}) {
  const [picked, setPicked] = useState(0);
  const at = Math.min(picked, answer.rowCount - 1);
  const row = useRowPages(view.id, answer, NO_WISH, context, at, at)(at);
  const go = (to: number) => setPicked((to + answer.rowCount) % answer.rowCount);
  return (
    <div className={css.record}>
      <p className={css.recordTools}>
        <span className="soft" role="status">
          {say('view.of2', { at: count(at + 1), rowCount: count(answer.rowCount) })}
        </span>
        <button type="button" className="word" onClick={() => go(at - 1)}>
          {say('view.before')}
        </button>
        <button type="button" className="word" onClick={() => go(at + 1)}>
          {say('view.next')}
        </button>
        <button
          type="button"
          className="word"
          onClick={() => go(Math.floor(Math.random() * answer.rowCount))}
        >
          {say('view.anotherAtRandom')}
        </button>
      </p>
      <dl>
        {answer.columns.map((name, i) => {
          const column = context.data.columns.find((item) => item.name === name);
          const value = row?.[i] ?? null;
          return (
            <div key={name}>
              <dt>{column?.label ?? name}</dt>
              <dd>
                {row === undefined
                  ? '…'
                  : value === null
                    ? say('view.blank')
                    : cell(value, column?.type ?? 'TEXT', column?.format)}
              </dd>
            </div>
          );
        })}
      </dl>
    </div>
  );
}
