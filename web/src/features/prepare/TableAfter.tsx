import { typeName } from '../../shared/format';
import type { AfterSteps } from '../../api/types';
import { ColumnSpread } from './ColumnSpread';
import { PreviewRows } from './PreviewTable';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './TableAfter.module.css';

/** The first rows as they were after some of the steps, and what is in each column as soon as that is known. */
export function TableAfter({
  table,
  profiles,
}: {
  readonly table: AfterSteps;
  readonly profiles: AfterSteps['profiles'];
}) {
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
            {table.columns.map((info, i) => {
              const profile = profiles[i];
              return (
                <th key={info.name} scope="col">
                  <span className={authorCss.columnLabel}>{info.label}</span>
                  <span className="soft">{typeName(info)}</span>
                  {profile && <ColumnSpread profile={profile} />}
                </th>
              );
            })}
          </tr>
        </thead>
        <PreviewRows columns={table.columns} rows={table.rows} />
      </table>
    </div>
  );
}
