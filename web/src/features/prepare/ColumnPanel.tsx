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
import { cell, count, plainNumber, typeName, TYPE_NAMES, ROLE_NAMES } from '../../shared/format';
import { onSpan, onValue, type Focus } from './focus';
import { PressedBars } from './PressedBars';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './ColumnPanel.module.css';

interface Props {
  readonly column: DatasetDetails['columns'][number];
  readonly named: boolean;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onFocus: (focus: Focus) => void;
}

const TYPES = Object.entries(TYPE_NAMES).map(([value, label]) => ({
  value: value as ColumnType,
  label,
}));

const SHOWN = 10;

/** How numbers are put together, in short. */
export const ADDED: Record<AdditivityKind, string> = {
  SUM: say('prepare.addedUp'),
  AVERAGE: say('prepare.averaged'),
  LAST: say('prepare.lastOverTime'),
};

const DATE_STYLES = ['PLAIN', 'LONG', 'WEEKDAY', 'DIGITS', 'ISO'] as const;
const AS_DAY: ColumnFormat = { kind: 'DATE', unit: null, decimals: null, compact: null };

const ADDITIVITIES: { value: AdditivityKind; label: string }[] = [
  { value: 'SUM', label: say('prepare.addedUp') },
  { value: 'AVERAGE', label: say('prepare.averaged') },
  { value: 'LAST', label: say('prepare.addedUpOverGroupsTaken') },
];

/** One column: what is in it, and the steps that change it. */
export function ColumnPanel({ column, named, busy, onStep, onFocus }: Props) {
  const { info, profile, possibleRoles } = column;
  const [label, setLabel] = useState(info.label);
  const [description, setDescription] = useState(info.description ?? '');
  const [values, setValues] = useState<string[]>([]);
  const name = info.name;
  const leaveOut = () => {
    const blank = values.includes('\u0000');
    const picked = values.filter((value) => value !== '\u0000');
    void onStep({ kind: 'leaveOutRows', column: name, values: picked, blank });
  };
  const short = (value: string) =>
    info.type === 'DECIMAL' ? plainNumber(rounded(value)) : cell(value, info.type, info.format);
  const shown = (value: string | null) => (value === null ? null : short(value));
  const figures: [string, string | null][] = [
    [say('prepare.smallest'), shown(profile.min)],
    [say('prepare.lowerQuartile'), shown(profile.lowerQuartile)],
    [say('prepare.median'), shown(profile.median)],
    [say('prepare.mean'), profile.mean === null ? null : plainNumber(rounded(profile.mean))],
    [say('prepare.upperQuartile'), shown(profile.upperQuartile)],
    [say('prepare.largest'), shown(profile.max)],
  ];
  return (
    <section
      className={`card ${authorCss.panel}`}
      aria-label={say('prepare.column', { label: info.label })}
    >
      <h3>{info.label}</h3>
      <p className="soft">
        {say('prepare.usedAs', { type: typeName(info), role: ROLE_NAMES[info.role] })}
        {named && say('prepare.andToNameTheRow')}
        {info.additivity &&
          info.role === 'MEASURE' &&
          say('prepare.addedBecause', {
            added: ADDED[info.additivity.kind],
            reason: info.additivity.reason,
          })}
        {info.additivity?.weight &&
          info.role === 'MEASURE' &&
          say('prepare.weightedBy', { weight: info.additivity.weight })}
        {say('prepare.differentBlankInExpressions', {
          distinct: count(profile.distinct),
          blanks: count(profile.blanks),
        })}{' '}
        <code>{name}</code>
      </p>
      {profile.histogram && profile.histogram.bins.length > 0 && (
        <PressedBars
          bins={profile.histogram.bins}
          height={56}
          nameOf={(bin) =>
            say('prepare.barOfRows', {
              words: onSpan(info, bin, false).words,
              rows: bin.total,
              count: count(bin.total),
            })
          }
          onPress={(bin, isLast) => onFocus(onSpan(info, bin, isLast))}
        />
      )}
      <Commonest column={column} onFocus={onFocus} />
      <dl className={css.figures}>
        {figures
          .filter(([, value]) => value !== null)
          .map(([what, value]) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>{value}</dd>
            </div>
          ))}
      </dl>
      <div className={css.columnSteps}>
        <label>
          {say('prepare.label')}
          <span className={css.inlineForm}>
            <Input
              value={label}
              onChange={(event) => setLabel(event.target.value)}
              onPressEnter={() => void onStep({ kind: 'relabel', column: name, label })}
            />
            <Button
              disabled={busy || label.trim() === '' || label === info.label}
              onClick={() => void onStep({ kind: 'relabel', column: name, label })}
            >
              {say('prepare.labelIt')}
            </Button>
          </span>
        </label>
        <label>
          {say('prepare.readAs')}
          <Select
            aria-label={say('prepare.type')}
            value={info.type}
            options={TYPES}
            disabled={busy}
            onChange={(type) => void onStep({ kind: 'retype', column: name, type })}
          />
        </label>
        <label>
          {say('prepare.useAs')}
          <Select
            aria-label={say('prepare.role')}
            value={info.role}
            disabled={busy || possibleRoles.length < 2}
            options={possibleRoles.map((role) => ({ value: role, label: ROLE_NAMES[role] }))}
            onChange={(role) => void onStep({ kind: 'setRole', column: name, role })}
          />
        </label>
        {info.additivity && info.role === 'MEASURE' && (
          <label>
            {say('prepare.overSeveralRows')}
            <Select
              aria-label={say('prepare.howItAddsUp')}
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
        {(info.type === 'DATE' || info.type === 'DATE_TIME') &&
          (info.format === null || info.format.kind === 'DATE') && (
            <label>
              {say('prepare.showItsDaysAs')}
              <Select
                aria-label={say('prepare.showItsDaysAs')}
                value={DATE_STYLES.find((style) => style === info.format?.unit) ?? 'PLAIN'}
                disabled={busy}
                options={DATE_STYLES.map((style) => ({
                  value: style,
                  label: cell('2026-03-13', 'DATE', { ...AS_DAY, unit: style }),
                }))}
                onChange={(style) => void onStep({ kind: 'setDateFormat', column: name, style })}
              />
            </label>
          )}
        <label>
          {say('prepare.whatItMeans')}
          <span className={css.inlineForm}>
            <Input
              value={description}
              placeholder={say('prepare.forColleaguesWhoAsk')}
              onChange={(event) => setDescription(event.target.value)}
            />
            <Button
              disabled={busy || description.trim() === (info.description ?? '')}
              onClick={() => void onStep({ kind: 'describeColumn', column: name, description })}
            >
              {say('prepare.describeIt')}
            </Button>
          </span>
        </label>
        <label className={css.ticked}>
          <input
            type="checkbox"
            checked={info.sensitive === true}
            disabled={busy}
            onChange={(event) =>
              void onStep({
                kind: 'setSensitive',
                column: name,
                leaving: event.target.checked ? 'NEVER' : 'ALLOWED',
              })
            }
          />{' '}
          {say('prepare.itsValuesAreNeverDownloaded')}
        </label>
        <label>
          {say('prepare.leaveOutTheRowsWhere')}
          <span className={css.inlineForm}>
            <Select
              mode="tags"
              aria-label={say('prepare.valuesOfRowsToLeave')}
              value={values}
              placeholder={say('prepare.pickOrTypeValues')}
              onChange={setValues}
              options={[
                ...profile.commonest.map((item) => ({ value: item.value, label: item.value })),
                ...(profile.blanks > 0 ? [{ value: '\u0000', label: say('prepare.blank') }] : []),
              ]}
            />
            <Button disabled={busy || values.length === 0} onClick={leaveOut}>
              {say('prepare.leaveOut')}
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
            {say('prepare.leaveThisColumnOut')}
          </button>
        </p>
      </div>
    </section>
  );
}

/** The values that stand there most often, blank among them; a press shows their rows. */
function Commonest({ column: { info, profile }, onFocus }: Pick<Props, 'column' | 'onFocus'>) {
  const values: { value: string | null; rows: number }[] = [
    ...profile.commonest.slice(0, SHOWN).map(({ value, total }) => ({ value, rows: total })),
    ...(profile.blanks > 0 ? [{ value: null, rows: profile.blanks }] : []),
  ];
  if (values.length === 0) return null;
  const rest = profile.distinct - Math.min(SHOWN, profile.commonest.length);
  return (
    <ul className={css.commonest} aria-label={say('prepare.commonestValues')}>
      {values
        .sort((one, other) => other.rows - one.rows)
        .map(({ value, rows }) => (
          <li key={value ?? '\u0000'}>
            <button type="button" className="word" onClick={() => onFocus(onValue(info, value))}>
              {value === null ? say('prepare.blank') : cell(value, info.type, info.format)}
            </button>{' '}
            <span className="soft">{count(rows)}</span>
          </li>
        ))}
      {profile.commonest.length > 0 && rest > 0 && (
        <li className="soft">{say('prepare.andMoreValues', { rest: count(rest) })}</li>
      )}
    </ul>
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
      {say('prepare.showItsNumbersAs')}
      <span className={css.inlineForm}>
        <FormatEditor value={next} disabled={busy} onChange={(value) => setNext(value ?? plain)} />
        <Button
          disabled={busy || JSON.stringify(next) === JSON.stringify(format ?? plain)}
          onClick={() => onDone(next)}
        >
          {say('prepare.showSo')}
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
