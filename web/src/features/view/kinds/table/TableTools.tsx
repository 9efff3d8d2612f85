import { useState } from 'react';
import type { PageColumn } from '../../../../api/types';
import { Menu } from '../../../../shared/Menu';
import { say } from '../../../../words';
import css from './TableTools.module.css';

interface Props {
  readonly text: string;
  readonly rows: number;
  /** All that the table has. */
  readonly all: readonly PageColumn[];
  /** Names of those shown, in their order. */
  readonly shown: readonly string[];
  /** Whether filters stand under the headings, and how many hold. */
  readonly headings: boolean;
  readonly filters: number;
  readonly onLook: (text: string) => void;
  readonly onColumns: (names: readonly string[]) => void;
  readonly onHeadings: () => void;
  readonly onLift: () => void;
  /** Names of columns that stay in sight besides the first. */
  readonly pins: readonly string[];
  readonly onPin: (name: string) => void;
  readonly onResize: (name: string, larger: boolean) => void;
}

/** What a reader does with a table: finds, filters, picks columns. */
export function TableTools(props: Props) {
  const { text, rows, headings, filters, onHeadings, onLift } = props;
  return (
    <div className={css.tableLook}>
      <Look text={text} onLook={props.onLook} />
      <button type="button" className="word" aria-pressed={headings} onClick={onHeadings}>
        {headings ? say('view.hideHeadingFilters') : say('view.filterByHeading')}
      </button>
      <Columns {...props} />
      {(text !== '' || filters > 0) && (
        <span className="soft" role="status">
          {say('view.rowsHoldIt', { rows })}
        </span>
      )}
      {filters > 0 && (
        <button type="button" className="word" onClick={onLift}>
          {say('view.liftHeadingFilters', { filters })}
        </button>
      )}
    </div>
  );
}

/** Looks for a text in all columns of the table. */
function Look({
  text,
  onLook,
}: {
  readonly text: string;
  readonly onLook: (text: string) => void;
}) {
  const [typed, setTyped] = useState(text);
  const [known, setKnown] = useState(text);
  if (known !== text) {
    // taken back elsewhere, or by an address; the field itself stays, and so does the focus
    setKnown(text);
    setTyped(text);
  }
  const done = () => typed.trim() !== text && onLook(typed.trim());
  return (
    <form
      role="search"
      onSubmit={(event) => {
        event.preventDefault();
        done();
      }}
    >
      <input
        className="field"
        type="search"
        aria-label={say('view.findInTheRows')}
        placeholder={say('view.findInTheRows')}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={done}
      />
    </form>
  );
}

/** Which columns are shown, in which order and how wide, and which stay in sight. */
function Columns({ all, shown, pins, onColumns, onPin, onResize }: Props) {
  const inOrder = [
    ...shown.flatMap((name) => all.find((column) => column.name === name) ?? []),
    ...all.filter((column) => !shown.includes(column.name)),
  ];
  return (
    <Menu
      className="word"
      label={
        shown.length === all.length
          ? say('view.columns')
          : say('view.columnsOf', { shown: shown.length, all: all.length })
      }
      name={say('view.whichColumnsAreShown')}
    >
      {() => (
        <div className={css.tableColumns}>
          <ul>
            {inOrder.map((column) => {
              const at = shown.indexOf(column.name);
              return (
                <li key={column.name}>
                  <label>
                    <input
                      type="checkbox"
                      checked={at >= 0}
                      disabled={at >= 0 && shown.length === 1}
                      onChange={() =>
                        onColumns(
                          at >= 0
                            ? shown.filter((name) => name !== column.name)
                            : [...shown, column.name],
                        )
                      }
                    />{' '}
                    {column.label}
                  </label>
                  <span className={css.tableColumnTools}>
                    {at > 0 && (
                      <button
                        type="button"
                        className="word"
                        aria-label={say('view.earlierColumn', { label: column.label })}
                        onClick={() => {
                          const next = [...shown];
                          next.splice(at - 1, 2, column.name, shown[at - 1] ?? '');
                          onColumns(next);
                        }}
                      >
                        {say('view.earlier')}
                      </button>
                    )}
                    {at > 0 && (
                      <button
                        type="button"
                        className="word"
                        aria-label={say('view.columnAndWord', {
                          label: column.label,
                          word: pins.includes(column.name)
                            ? say('view.letGo')
                            : say('view.keepInSight'),
                        })}
                        aria-pressed={pins.includes(column.name)}
                        onClick={() => onPin(column.name)}
                      >
                        {pins.includes(column.name) ? say('view.letGo') : say('view.keepInSight')}
                      </button>
                    )}
                    {at >= 0 && (
                      <>
                        <button
                          type="button"
                          className="word"
                          aria-label={say('view.widerColumn', { label: column.label })}
                          onClick={() => onResize(column.name, true)}
                        >
                          {say('view.wider')}
                        </button>
                        <button
                          type="button"
                          className="word"
                          aria-label={say('view.narrowerColumn', { label: column.label })}
                          onClick={() => onResize(column.name, false)}
                        >
                          {say('view.narrower')}
                        </button>
                      </>
                    )}
                  </span>
                </li>
              );
            })}
          </ul>
          <button
            type="button"
            className="word"
            onClick={() => onColumns(all.map((column) => column.name))}
          >
            {say('view.asTheAuthorHasThem')}
          </button>
        </div>
      )}
    </Menu>
  );
}
