import { useEffect, useState, type MouseEvent, type ReactNode } from 'react';
import { call } from '../../api/client';
import type { DownloadProgress } from '../../api/types';
import { count } from '../../shared/format';
import { say } from '../../words';
import css from './useDownload.module.css';

const FIRST = 700; // milliseconds, in which most downloads are over
const EVERY = 500;
const MAX_FAILURES = 20; // one after the other

/**
 * Follows downloads: how many rows are written, and a way to stop. The browser writes the file itself, however large;
 * only the server knows how far it is.
 */
export function useDownload(): {
  readonly onClick: (event: MouseEvent<HTMLAnchorElement>) => void;
  readonly told: ReactNode;
} {
  const [name, setName] = useState<string | null>(null);
  const [progress, setProgress] = useState<DownloadProgress | null>(null);
  useEffect(() => {
    if (name === null) return undefined;
    let failures = 0;
    let timer = setTimeout(ask, FIRST);
    function ask() {
      call<DownloadProgress>('GET', `/api/downloads/${name}`).then(
        (now) => {
          failures = 0;
          setProgress(now);
          if (now.state === 'RUNNING') timer = setTimeout(ask, EVERY);
        },
        () => {
          failures += 1; // it has not begun, or the connection is lost
          if (failures < MAX_FAILURES) timer = setTimeout(ask, EVERY);
          else setProgress(null);
        },
      );
    }
    return () => clearTimeout(timer);
  }, [name]);
  const onClick = (event: MouseEvent<HTMLAnchorElement>) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    const next = crypto.randomUUID();
    const link = document.createElement('a');
    link.href = `${event.currentTarget.href}&progress=${next}`;
    link.download = '';
    link.click();
    setProgress(null);
    setName(next);
  };
  const rows = progress?.rows ?? 0;
  const told = (
    <span role="status" className={`soft ${css.told}`}>
      {progress?.state === 'RUNNING' && (
        <>
          {say('view.rowsWritten', { rows: count(rows) })}{' '}
          <button
            type="button"
            className="word"
            onClick={() => {
              call('DELETE', `/api/downloads/${name}`).catch(() => undefined); // over meanwhile
            }}
          >
            {say('view.stopTheDownload')}
          </button>
        </>
      )}
      {progress?.state === 'STOPPED' && say('view.downloadStopped', { rows: count(rows) })}
    </span>
  );
  return { onClick, told };
}
