import { cell, typeName } from '../../shared/format';
import type { AfterSteps } from '../../api/types';
import { say } from '../../words';

/** The first rows as they were after some of the steps. */
export function TableAfter({ table }: { readonly table: AfterSteps }) {
  return (
    <div
      className="preview table-after card"
      tabIndex={0}
      role="region"
      aria-label={say('prepare.firstRows')}
    >
      <table>
        <thead>
          <tr>
            {table.columns.map((info) => (
              <th key={info.name} scope="col">
                <span className="column-label">{info.label}</span>
                <span className="soft">{typeName(info)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row, r) => (
            <tr key={r}>
              {table.columns.map((info, i) => {
                const value = row[i] ?? null;
                const number = info.type === 'WHOLE' || info.type === 'DECIMAL';
                return (
                  <td key={info.name} className={number ? 'number' : undefined}>
                    {value === null ? (
                      <span className="soft">{say('prepare.blank')}</span>
                    ) : (
                      cell(value, info.type, info.format)
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
