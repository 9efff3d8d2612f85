import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { call } from '../api/client';
import type { CheckedExpression, ColumnType } from '../api/types';
import { cell } from './format';
import { useGrammar } from './useGrammar';
import { say } from '../words';
import css from './ExpressionEditor.module.css';

const CodeEditor = lazy(() => import('./CodeEditor'));

export interface KnownColumn {
  readonly name: string;
  readonly label: string;
}

interface Props {
  readonly label: string;
  readonly placeholder?: string;
  readonly value: string;
  readonly columns: readonly KnownColumn[];
  /** The dataset that it is over. */
  readonly dataset: string;
  /** Over its table as it is after so many of the steps; after all of them if null. */
  readonly steps?: number | null;
  /** Whether it must give yes or no. */
  readonly condition?: boolean;
  /** Whether it counts when it is left, and not with each key. */
  readonly late?: boolean;
  /** Whether there may be none. */
  readonly empty?: boolean;
  readonly onChange: (text: string) => void;
}

const PAUSE = 250;

/** An expression as it is typed, with what it gives for the first rows or what is wrong with it. */
export function ExpressionEditor(props: Props) {
  const { label, placeholder = '', value, columns, late = false, empty = false, onChange } = props;
  const grammar = useGrammar();
  const [typed, setTyped] = useState(value);
  const [before, setBefore] = useState(value);
  if (before !== value) {
    setBefore(value);
    setTyped(value);
  }
  const checked = useChecked(typed, props);
  const done = () => {
    if ((empty || typed.trim() !== '') && typed !== value) onChange(typed.trim());
  };
  return (
    <span className={css.expression}>
      <Suspense fallback={<code className="soft">{typed}</code>}>
        <CodeEditor
          label={label}
          placeholder={placeholder}
          value={typed}
          columns={columns}
          functions={grammar.functions}
          fault={checked?.fault ?? null}
          onChange={(text) => {
            setTyped(text);
            if (!late) onChange(text);
          }}
          onLeave={() => late && done()}
          onEnter={late ? done : undefined}
        />
      </Suspense>
      <span
        className={
          checked?.fault ? `${css.expressionSaid} problem-text` : `${css.expressionSaid} soft`
        }
        role="status"
      >
        {checked && said(checked)}
      </span>
    </span>
  );
}

function said({ kind, type, samples, fault }: CheckedExpression): string {
  if (fault) return fault.detail;
  const values = samples.map((sample) =>
    sample === null ? say('shared.blank') : cell(sample, type as ColumnType, null),
  );
  return say('shared.givesSuchAs', {
    kind: kind ?? '',
    samples: values.join(', '),
    rows: values.length,
  });
}

/** What the server says of it, once its author pauses. */
function useChecked(
  typed: string,
  { dataset, steps = null, condition = false }: Props,
): CheckedExpression | null {
  const [paused, setPaused] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(typed), PAUSE);
    return () => clearTimeout(timer);
  }, [typed]);
  const { data } = useQuery({
    queryKey: ['dataset', dataset, 'expression', paused, steps, condition],
    queryFn: () =>
      call<CheckedExpression>('POST', `/api/datasets/${dataset}/expressions`, {
        expression: paused,
        steps,
        condition,
      }),
    enabled: paused.trim() !== '' && dataset !== '',
    retry: false,
    placeholderData: (last) => last,
  });
  return paused.trim() === '' ? null : (data ?? null);
}
