import type { ReactNode } from 'react';
import type { DatasetDetails, Ambiguity, Step } from '../../api/types';
import { count } from '../../shared/format';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import prepareCss from './prepare.module.css';
import css from './WorthALook.module.css';

/** What happened while the file was read, and which values did not fit. */
export function WorthALook({
  doubts,
  report,
  rowCount,
  steps,
  busy,
  onStep,
}: {
  /** What may be wrong in the table as it stands. */
  readonly doubts: ReactNode;
  readonly report: DatasetDetails['report'];
  readonly rowCount: number;
  readonly steps: readonly Step[];
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}) {
  const ambiguities = report.ambiguities.filter((ambiguity) => isOpen(ambiguity, steps));
  const clean =
    report.notes.length === 0 && report.conversionErrorCount === 0 && ambiguities.length === 0;
  return (
    <section className={`card ${authorCss.panel}`} aria-label={say('prepare.worthALook')}>
      <h3>{say('prepare.worthALook')}</h3>
      {doubts}
      <p className="soft">{say('prepare.foundWhileReading')}</p>
      {clean && <p>{say('prepare.allValuesOfRowsRead', { rowCount: count(rowCount) })}</p>}
      {ambiguities.map((ambiguity) => (
        <div key={`${ambiguity.column} ${ambiguity.text}`} className={`notice ${prepareCss.doubt}`}>
          <p>{ambiguity.text}</p>
          <button
            type="button"
            className="button"
            disabled={busy}
            onClick={() => void onStep(otherWay(ambiguity))}
          >
            {press(ambiguity)}
          </button>{' '}
          {ambiguity.otherStep === null && (
            <button
              type="button"
              className="word"
              disabled={busy}
              onClick={() => void onStep(thisWay(ambiguity))}
            >
              {say('prepare.itIsRightSo')}
            </button>
          )}
        </div>
      ))}
      <ul className={authorCss.notes}>
        {report.notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
      {report.conversionErrors.length > 0 && (
        <table className={css.conversionErrors}>
          <thead>
            <tr>
              <th scope="col">{say('prepare.line')}</th>
              <th scope="col">{say('prepare.column2')}</th>
              <th scope="col">{say('prepare.value2')}</th>
              <th scope="col">{say('prepare.why')}</th>
            </tr>
          </thead>
          <tbody>
            {report.conversionErrors.slice(0, 20).map((error, i) => (
              <tr key={i}>
                <td className={css.number} title={error.file}>
                  {count(error.line)}
                </td>
                <td>{error.column}</td>
                <td>{error.value}</td>
                <td>{error.reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {report.conversionErrorCount > 20 && (
        <p className="soft">
          {say('prepare.theFirst20OfAre', {
            conversionErrorCount: count(report.conversionErrorCount),
          })}
        </p>
      )}
    </section>
  );
}

function press(ambiguity: Ambiguity): string {
  switch (ambiguity.otherStep) {
    case 'FILL_DOWN':
      return say('prepare.fillItDown');
    case 'LEAVE_OUT_ROWS':
      return say('prepare.leaveOut2', { value: ambiguity.value ?? '' });
    case 'MERGE_VALUES':
      return say('prepare.readAsOne', { value: ambiguity.value ?? '' });
    case 'COLUMNS_TO_ROWS':
      return say('prepare.turnIntoRows');
    case null:
      return say('prepare.readThem', { other: ambiguity.other ?? '' });
  }
}

function otherWay(ambiguity: Ambiguity): Step {
  const { column } = ambiguity;
  switch (ambiguity.otherStep) {
    case 'FILL_DOWN':
      return { kind: 'fillDown', column };
    case 'LEAVE_OUT_ROWS':
      return { kind: 'leaveOutRows', column, values: [ambiguity.value ?? ''], blank: false };
    case 'MERGE_VALUES':
      return {
        kind: 'mergeValues',
        column,
        values: ambiguity.values ?? [],
        into: ambiguity.value ?? '',
      };
    case 'COLUMNS_TO_ROWS':
      return {
        kind: 'columnsToRows',
        columns: [],
        all: 'PERIODS', // the next month's column is one of them
        labels: ambiguity.value ?? '',
        values: say('prepare.valueOfRows'),
      };
    case null: {
      const { type, dates, decimalMark } = ambiguity;
      return { kind: 'retype', column, type, dates, decimalMark };
    }
  }
}

/** What a step has settled is not asked again. */
const isOpen = (ambiguity: Ambiguity, steps: readonly Step[]): boolean => {
  const asked = otherWay(ambiguity);
  return !steps.some((step) => {
    if (step.kind === 'columnsToRows') return asked.kind === 'columnsToRows';
    if (!('column' in step) || step.column !== ambiguity.column || step.kind !== asked.kind) {
      return false;
    }
    if (step.kind === 'leaveOutRows') return step.values.includes(ambiguity.value ?? '');
    return (
      step.kind !== 'mergeValues' ||
      (ambiguity.values ?? []).some((one) => step.values.includes(one))
    );
  });
};

/** As it was read, now by the author's word: the question is answered. */
const thisWay = (ambiguity: Ambiguity): Step => ({
  kind: 'retype',
  column: ambiguity.column,
  type: ambiguity.now ?? ambiguity.type,
  dates: ambiguity.dates && (ambiguity.dates === 'DAY_FIRST' ? 'MONTH_FIRST' : 'DAY_FIRST'),
  decimalMark: ambiguity.decimalMark && (ambiguity.decimalMark === '.' ? ',' : '.'),
});
