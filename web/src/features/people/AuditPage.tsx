import { useInfiniteQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { AuditEntry } from '../../api/types';
import { when } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { TitleBar } from '../../shared/TitleBar';
import './people.css';

/** What people did, the newest first, for administrators. */
export function AuditPage() {
  const [find, setFind] = useState('');
  const wanted = encodeURIComponent(find);
  const { data, error, refetch, hasNextPage, fetchNextPage } = useInfiniteQuery({
    queryKey: ['audit', find],
    queryFn: ({ pageParam }) =>
      call<{ entries: AuditEntry[]; more: boolean }>(
        'GET',
        `/api/audit?find=${wanted}${pageParam === null ? '' : `&before=${pageParam}`}`,
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => (page.more ? (page.entries.at(-1)?.id ?? null) : null),
  });
  const entries = data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <>
      <title>What people did</title>
      <TitleBar title="What people did">
        <a className="button" href={`/api/audit.csv?find=${wanted}`} download>
          Download
        </a>
      </TitleBar>
      <main className="people wide">
        <Input.Search
          allowClear
          aria-label="Find in names, addresses and what was done"
          placeholder="Find a name, an address or an app"
          onSearch={setFind}
          onChange={(event) => event.target.value === '' && setFind('')}
        />
        {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
        {data && entries.length === 0 && <p className="soft">Nothing is recorded of that.</p>}
        <table className="audit">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">From</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry) => (
              <tr key={entry.id}>
                <td>{when(entry.at)}</td>
                <td>{entry.name || <span className="soft">without an account</span>}</td>
                <td>{entry.address}</td>
                <td>
                  {entry.words} {entry.subject}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {hasNextPage && <Button onClick={() => void fetchNextPage()}>Show older ones</Button>}
      </main>
    </>
  );
}
