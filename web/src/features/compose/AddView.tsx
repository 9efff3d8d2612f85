import { Select } from 'antd';
import { useState } from 'react';
import type { Grammar, PageData } from '../../api/types';
import { dataOf } from '../../shared/datasets';
import { Menu } from '../../shared/Menu';
import { kindsFor, type GrammarViewKind } from './options';
import { say } from '../../words';
import css from './AddView.module.css';

/** New views, by the question they answer; of one of the datasets where there are several. */
export function AddView({
  page,
  grammar,
  onAdd,
}: {
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onAdd: (kind: GrammarViewKind, dataset: string | null) => void;
}) {
  const [picked, setPicked] = useState('');
  const further = page.app.datasets ?? [];
  const dataset = further.some((item) => item.name === picked) ? picked : null;
  const kinds = kindsFor(dataOf(page, dataset), grammar);
  return (
    <footer className={css.addView}>
      <Menu label={say('compose.addAView')} className="button primary">
        {(close) => (
          <>
            {further.length > 0 && (
              <label className="soft">
                {say('compose.viewOf')}{' '}
                <Select
                  size="small"
                  aria-label={say('compose.datasetOfTheView')}
                  popupMatchSelectWidth={false}
                  value={dataset ?? ''}
                  options={[
                    { value: '', label: page.app.noun },
                    ...further.map(({ name, noun }) => ({ value: name, label: noun })),
                  ]}
                  onChange={setPicked}
                />
              </label>
            )}
            <ul className={css.viewKinds} aria-label={say('compose.kindsOfViews')}>
              {kinds.map((kind) => (
                <li key={kind.kind}>
                  <button
                    type="button"
                    onClick={() => {
                      close();
                      onAdd(kind, dataset);
                    }}
                  >
                    {kind.purpose} <span className="soft">{kind.words}</span>
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </Menu>
    </footer>
  );
}
