import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import type {
  AdditivityKind,
  ColumnFormat,
  ColumnType,
  DatasetDetails,
  Step,
} from '../../api/types';
import { FormatEditor } from '../../shared/FormatEditor';
import { cell, count, plainNumber, typeName, TYPE_NAMES } from '../../shared/format';
import { Bars } from '../filter';

interface Props {
  readonly column: DatasetDetails['columns'][number];
  readonly named: boolean;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}

const TYPES = Object.entries(TYPE_NAMES).map(([value, label]) => ({
  value: value as ColumnType,
  label,
}));

/** How numbers are put together, in short. */
export const ADDED: Record<AdditivityKind, string> = {
  SUM: 'added up',
  AVERAGE: 'averaged',
  LAST: 'last over time',
};

const ADDITIVITIES: { value: AdditivityKind; label: string }[] = [
  { value: 'SUM', label: 'added up' },
  { value: 'AVERAGE', label: 'averaged' },
  { value: 'LAST', label: 'added up over groups, taken last over time' },
];

/** One column: what is in it, and the steps that change it. */
export function ColumnPanel({ column, named, busy, onStep }: Props) {
  const { info, profile, possibleRoles } = column;
  const [label, setLabel] = useState(info.label);
  const [values, setValues] = useState<string[]>([]);
  const name = info.name;
  const leaveOut = () => {
    const blank = values.includes('\u0000');
    const picked = values.filter((value) => value !== '\u0000');
    void onStep({ kind: 'leaveOutRows', column: name, values: picked, blank });
  };
  const short = (value: string | null) =>
    value === null
      ? '–'
      : info.type === 'DECIMAL'
        ? plainNumber(rounded(value))
        : cell(value, info.type, info.format);
  const figures: [string, string | null][] = [
    ['smallest', profile.min],
    ['lower quartile', profile.lowerQuartile],
    ['median', profile.median],
    ['mean', profile.mean],
    ['upper quartile', profile.upperQuartile],
    ['largest', profile.max],
  ];
  return (
    <section className="card panel" aria-label={`Column ${info.label}`}>
      <h3>{info.label}</h3>
      <p className="soft">
        {typeName(info)}, used as {info.role.toLowerCase()}
        {named && ' and to name the row'}
        {info.additivity &&
          info.role === 'MEASURE' &&
          `, ${ADDED[info.additivity.kind]} because ${info.additivity.reason}`}
        . {count(profile.distinct)} different, {count(profile.blanks)} blank. In expressions:{' '}
        <code>{name}</code>
      </p>
      {profile.histogram && profile.histogram.bins.length > 0 && (
        <Bars bins={profile.histogram.bins} from={0} to={-1} inUse={false} height={56} />
      )}
      <dl className="figures">
        {figures
          .filter(([, value]) => value !== null)
          .map(([what, value]) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>{what === 'mean' ? plainNumber(rounded(value ?? '')) : short(value)}</dd>
            </div>
          ))}
      </dl>
      <div className="column-steps">
        <label>
          Label
          <span className="inline-form">
            <Input
              value={label}
              onChange={(event) => setLabel(event.target.value)}
              onPressEnter={() => void onStep({ kind: 'relabel', column: name, label })}
            />
            <Button
              disabled={busy || label.trim() === '' || label === info.label}
              onClick={() => void onStep({ kind: 'relabel', column: name, label })}
            >
              Label it
            </Button>
          </span>
        </label>
        <label>
          Read as
          <Select
            aria-label="Type"
            value={info.type}
            options={TYPES}
            disabled={busy}
            onChange={(type) => void onStep({ kind: 'retype', column: name, type })}
          />
        </label>
        <label>
          Use as
          <Select
            aria-label="Role"
            value={info.role}
            disabled={busy || possibleRoles.length < 2}
            options={possibleRoles.map((role) => ({ value: role, label: role.toLowerCase() }))}
            onChange={(role) => void onStep({ kind: 'setRole', column: name, role })}
          />
        </label>
        {info.additivity && info.role === 'MEASURE' && (
          <label>
            Over several rows
            <Select
              aria-label="How it adds up"
              value={info.additivity.kind}
              disabled={busy}
              options={ADDITIVITIES}
              onChange={(additivity) =>
                void onStep({ kind: 'setAdditivity', column: name, additivity })
              }
            />
          </label>
        )}
        {(info.type === 'WHOLE' || info.type === 'DECIMAL') && (
          <NumberFormat
            key={JSON.stringify(info.format)}
            format={info.format}
            busy={busy}
            onDone={(format) => void onStep({ kind: 'setFormat', column: name, format })}
          />
        )}
        <label>
          Leave out the rows where it is
          <span className="inline-form">
            <Select
              mode="tags"
              aria-label="Values of rows to leave out"
              value={values}
              placeholder="pick or type values"
              onChange={setValues}
              options={[
                ...profile.commonest.map((item) => ({ value: item.value, label: item.value })),
                ...(profile.blanks > 0 ? [{ value: '\u0000', label: 'blank' }] : []),
              ]}
            />
            <Button disabled={busy || values.length === 0} onClick={leaveOut}>
              Leave out
            </Button>
          </span>
        </label>
        <p>
          <button
            type="button"
            className="word"
            disabled={busy}
            onClick={() => void onStep({ kind: 'leaveOutColumn', column: name })}
          >
            Leave this column out
          </button>
        </p>
      </div>
    </section>
  );
}

function NumberFormat({
  format,
  busy,
  onDone,
}: {
  readonly format: ColumnFormat | null;
  readonly busy: boolean;
  readonly onDone: (format: ColumnFormat) => void;
}) {
  const plain: ColumnFormat = { kind: 'NUMBER', unit: null, decimals: null, compact: null };
  const [next, setNext] = useState(format ?? plain);
  return (
    <div>
      Show its numbers as
      <span className="inline-form">
        <FormatEditor value={next} disabled={busy} onChange={(value) => setNext(value ?? plain)} />
        <Button
          disabled={busy || JSON.stringify(next) === JSON.stringify(format ?? plain)}
          onClick={() => onDone(next)}
        >
          Show so
        </Button>
      </span>
    </div>
  );
}

/** With at most four places. */
const rounded = (plain: string): string => {
  const value = Number(plain);
  return Number.isInteger(value) ? plain : String(Number(value.toFixed(4)));
};
