import type { DatasetDetails, Doubt, Step } from '../../api/types';
import { count } from '../../shared/format';

/** What happened while the file was read, and which values did not fit. */
export function WorthALook({
  report,
  rowCount,
  steps,
  busy,
  onStep,
}: {
  readonly report: DatasetDetails['report'];
  readonly rowCount: number;
  readonly steps: readonly Step[];
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}) {
  const doubts = report.doubts.filter((doubt) => isOpen(doubt, steps));
  const clean = report.notes.length === 0 && report.misfitCount === 0 && doubts.length === 0;
  return (
    <section className="card panel" aria-label="Worth a look">
      <h3>Worth a look</h3>
      <p className="soft">Found while reading</p>
      {clean && <p>All values of {count(rowCount)} rows read as their types say.</p>}
      {doubts.map((doubt) => (
        <div key={`${doubt.column} ${doubt.text}`} className="notice doubt">
          <p>{doubt.text}</p>
          <button
            type="button"
            className="button"
            disabled={busy}
            onClick={() => void onStep(otherWay(doubt))}
          >
            {press(doubt)}
          </button>{' '}
          {doubt.otherStep === null && (
            <button
              type="button"
              className="word"
              disabled={busy}
              onClick={() => void onStep(thisWay(doubt))}
            >
              It is right so
            </button>
          )}
        </div>
      ))}
      <ul className="notes">
        {report.notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
      {report.misfits.length > 0 && (
        <table className="misfits">
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col">Column</th>
              <th scope="col">Value</th>
              <th scope="col">Why</th>
            </tr>
          </thead>
          <tbody>
            {report.misfits.slice(0, 20).map((misfit, i) => (
              <tr key={i}>
                <td className="number" title={misfit.file}>
                  {count(misfit.line)}
                </td>
                <td>{misfit.column}</td>
                <td>{misfit.value}</td>
                <td>{misfit.reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {report.misfitCount > 20 && (
        <p className="soft">The first 20 of {count(report.misfitCount)} are listed.</p>
      )}
    </section>
  );
}

function press(doubt: Doubt): string {
  switch (doubt.otherStep) {
    case 'FILL_DOWN':
      return 'Fill it down';
    case 'LEAVE_OUT_ROWS':
      return `Leave out ${doubt.value}`;
    case null:
      return `Read them ${doubt.other}`;
  }
}

function otherWay(doubt: Doubt): Step {
  const { column } = doubt;
  switch (doubt.otherStep) {
    case 'FILL_DOWN':
      return { kind: 'fillDown', column };
    case 'LEAVE_OUT_ROWS':
      return { kind: 'leaveOutRows', column, values: [doubt.value ?? ''], blank: false };
    case null: {
      const { type, dates, decimalMark } = doubt;
      return { kind: 'retype', column, type, dates, decimalMark };
    }
  }
}

/** What a step has settled is not asked again. */
const isOpen = (doubt: Doubt, steps: readonly Step[]): boolean => {
  const { kind } = otherWay(doubt);
  return !steps.some(
    (step) => 'column' in step && step.column === doubt.column && step.kind === kind,
  );
};

/** As it was read, now by the author's word: the question is answered. */
const thisWay = (doubt: Doubt): Step => ({
  kind: 'retype',
  column: doubt.column,
  type: doubt.now ?? doubt.type,
  dates: doubt.dates && (doubt.dates === 'DAY_FIRST' ? 'MONTH_FIRST' : 'DAY_FIRST'),
  decimalMark: doubt.decimalMark && (doubt.decimalMark === '.' ? ',' : '.'),
});
