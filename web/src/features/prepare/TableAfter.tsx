import { typeName } from '../../shared/format';
import type { AfterSteps } from '../../api/types';
import { PreviewRows } from './PreviewTable';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './TableAfter.module.css';

/** The first rows as they were after some of the steps. */
export function TableAfter({ table }: { readonly table: AfterSteps }) {
  return (
    <div
      className={`${authorCss.preview} ${css.tableAfter} card`}
      tabIndex={0}
      role="region"
      aria-label={say('prepare.firstRows')}
    >
      <table>
        <thead>
          <tr>
            {table.columns.map((info) => (
              <th key={info.name} scope="col">
                <span className={authorCss.columnLabel}>{info.label}</span>
                <span className="soft">{typeName(info)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <PreviewRows columns={table.columns} rows={table.rows} />
      </table>
    </div>
  );
}
