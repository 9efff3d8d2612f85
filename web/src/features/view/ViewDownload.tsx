import type { View } from '../../api/types';
import { Menu } from '../../shared/Menu';
import type { ViewContext } from './context';
import { downloadAddress } from './download';
import { isOfRows } from './kinds';
import { useDownload } from './useDownload';
import { say } from '../../words';
import css from './ViewDownload.module.css';

/** Takes a view along as a file, where its app allows that; texts that a spreadsheet would run can be had as they are. */
export function ViewDownload({
  view,
  title,
  context,
}: {
  readonly view: View;
  readonly title: string;
  readonly context: ViewContext;
}) {
  const { downloads } = context.data.app;
  const { onClick, told } = useDownload();
  const follow = isOfRows(view) ? onClick : undefined; // numbers are few
  const rows = isOfRows(view);
  if (downloads === 'NOTHING' || (rows && downloads !== 'ROWS')) return null;
  const guarded = rows ? context.guarded : [];
  const labels = guarded.map((label) => `“${label}”`).join(', ');
  const others = [
    {
      words: say('view.csvOfSemicolons'),
      address: downloadAddress(context, view, 'csv', { delimiter: 'semicolon', decimal: 'comma' }),
    },
    {
      words: say('view.csvOfTabs'),
      address: downloadAddress(context, view, 'csv', { delimiter: 'tab' }),
    },
    {
      words: say('view.csvWithoutMark'),
      address: downloadAddress(context, view, 'csv', { mark: 'false' }),
    },
    { words: say('view.openDocument'), address: downloadAddress(context, view, 'ods') },
    { words: say('view.jsonLines'), address: downloadAddress(context, view, 'jsonl') },
  ];
  return (
    <>
      <a
        className="word"
        href={downloadAddress(context, view)}
        aria-label={say('view.download', { title })}
        onClick={follow}
        download
      >
        {say('view.download2')}
      </a>{' '}
      <a
        className="word"
        href={downloadAddress(context, view, 'xlsx')}
        aria-label={say('view.downloadWorkbook', { title })}
        onClick={follow}
        download
      >
        {say('view.workbook')}
      </a>{' '}
      <Menu className="word" label={say('view.otherFiles')} name={title}>
        {() => (
          <ul className={css.otherFiles}>
            {others.map(({ words, address }) => (
              <li key={words}>
                <a className="word" href={address} onClick={follow} download>
                  {words}
                </a>
              </li>
            ))}
          </ul>
        )}
      </Menu>
      {guarded.length > 0 && (
        <span title={say('view.of', { labels })}>
          {say('view.textsLike11Get')}{' '}
          <a
            className="word"
            href={downloadAddress(context, view, 'csv', { raw: 'true' })}
            aria-label={say('view.downloadAsItIsFor', { title })}
            onClick={follow}
            download
          >
            {say('view.asTheyAre')}
          </a>
        </span>
      )}
      {told}
    </>
  );
}
