import type { View } from '../../api/types';
import type { ViewContext } from './context';
import { downloadAddress } from './download';
import { isOfRows } from './kinds';
import { say } from '../../words';

/** Takes a view along as CSV, where its app allows that; texts that a spreadsheet would run can be had as they are. */
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
  const rows = isOfRows(view);
  if (downloads === 'NOTHING' || (rows && downloads !== 'ROWS')) return null;
  const sort = context.state.sorts[view.id] ?? null;
  const find = context.state.looks[view.id] ?? '';
  const guarded = rows ? context.guarded : [];
  const labels = guarded.map((label) => `“${label}”`).join(', ');
  return (
    <>
      <a
        className="word"
        href={downloadAddress(context.base, context.state, view, sort, false, 'csv', find)}
        aria-label={say('view.download', { title })}
        download
      >
        {say('view.download2')}
      </a>{' '}
      <a
        className="word"
        href={downloadAddress(context.base, context.state, view, sort, false, 'xlsx', find)}
        aria-label={say('view.downloadWorkbook', { title })}
        download
      >
        {say('view.workbook')}
      </a>
      {guarded.length > 0 && (
        <span title={say('view.of', { labels })}>
          {say('view.textsLike11Get')}{' '}
          <a
            className="word"
            href={downloadAddress(context.base, context.state, view, sort, true, 'csv', find)}
            aria-label={say('view.downloadAsItIsFor', { title })}
            download
          >
            {say('view.asTheyAre')}
          </a>
        </span>
      )}
    </>
  );
}
