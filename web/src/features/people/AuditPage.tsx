import { useInfiniteQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { AuditEntry } from '../../api/types';
import { when } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { TitleBar } from '../../shared/TitleBar';
import { say } from '../../words';
import peopleCss from './people.module.css';
import css from './AuditPage.module.css';

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
      <title>{say('people.whatPeopleDid')}</title>
      <TitleBar title={say('people.whatPeopleDid')}>
        <a className="button" href={`/api/audit.csv?find=${wanted}`} download>
          {say('people.download')}
        </a>
      </TitleBar>
      <main className={`${peopleCss.people} ${peopleCss.wide}`}>
        <Input.Search
          allowClear
          aria-label={say('people.findInNamesAddressesAnd')}
          placeholder={say('people.findANameAnAddress')}
          onSearch={setFind}
          onChange={(event) => event.target.value === '' && setFind('')}
        />
        {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
        {data && entries.length === 0 && (
          <p className="soft">{say('people.nothingIsRecordedOfThat')}</p>
        )}
        <table className={css.audit}>
          <thead>
            <tr>
              <th scope="col">{say('people.when')}</th>
              <th scope="col">{say('people.who')}</th>
              <th scope="col">{say('people.from')}</th>
              <th scope="col">{say('people.what')}</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry) => (
              <tr key={entry.id}>
                <td>{when(entry.at)}</td>
                <td>
                  {entry.name || <span className="soft">{say('people.withoutAnAccount')}</span>}
                </td>
                <td>{entry.address}</td>
                <td>
                  {entry.words} {entry.subject}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {hasNextPage && (
          <Button onClick={() => void fetchNextPage()}>{say('people.showOlderOnes')}</Button>
        )}
      </main>
    </>
  );
}
