import { useQuery } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { Account, AccountRole, TokenItem } from '../../api/types';
import { ProblemNote } from '../../shared/ProblemNote';
import { ROLES } from './roles';
import { TokenList } from './TokenList';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './PersonPanel.module.css';

/** What an administrator does with one account. */
export function PersonPanel({
  account,
  others,
  onChanged,
}: {
  readonly account: Account;
  readonly others: readonly Account[];
  readonly onChanged: () => void;
}) {
  const [problem, setProblem] = useState<Error | null>(null);
  const [password, setPassword] = useState('');
  const [saved, setSaved] = useState(false);
  const path = `/api/accounts/${account.id}`;
  const send = (method: string, to: string, body?: unknown) => {
    setProblem(null);
    setSaved(false);
    return call(method, to, body)
      .then(onChanged)
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  return (
    <section className={`card ${authorCss.panel}`} data-testid="person" aria-label={account.name}>
      <h2>{account.name}</h2>
      {problem && <ProblemNote error={problem} />}
      <p className={css.personLine}>
        <label>
          {say('people.may')}{' '}
          <Select<AccountRole>
            options={ROLES}
            value={account.role}
            aria-label={say('people.whatMayDo', { name: account.name })}
            onChange={(role) => void send('PUT', path, { role })}
          />
        </label>
        <Button onClick={() => void send('PUT', path, { disabled: !account.disabled })}>
          {account.disabled ? say('people.enable') : say('people.disable')}
        </Button>
        <span className="soft">
          {account.disabled
            ? say('people.cannotSignInTheirApps')
            : say('people.disabledNobodyGetsInAs')}
        </span>
      </p>
      <p className={css.personLine}>
        <Input.Password
          aria-label={say('people.newPasswordOf', { name: account.name })}
          placeholder={say('people.newPasswordAtLeast10')}
          value={password}
          autoComplete="new-password"
          onChange={(event) => setPassword(event.target.value)}
        />
        <Button
          disabled={password === ''}
          onClick={() =>
            void send('PUT', `${path}/password`, { password }).then(() => {
              setPassword('');
              setSaved(true);
            })
          }
        >
          {say('people.setPassword')}
        </Button>
        <span className="soft" role="status">
          {say('people.theirSignInsAndTokens', { saved: saved && !problem ? 'yes' : 'no' })}
        </span>
      </p>
      <Tokens path={path} count={account.tokens} onChanged={onChanged} />
      <Removal account={account} others={others} onRemove={(to) => void send('DELETE', to)} />
    </section>
  );
}

function Tokens({
  path,
  count,
  onChanged,
}: {
  readonly path: string;
  readonly count: number;
  readonly onChanged: () => void;
}) {
  const { data, refetch } = useQuery({
    queryKey: [say('people.tokensOf'), path, count],
    queryFn: () => call<{ tokens: TokenItem[] }>('GET', `${path}/tokens`),
    enabled: count > 0,
  });
  if (count === 0) return <p className="soft">{say('people.noTokens')}</p>;
  return (
    <TokenList
      tokens={data?.tokens ?? []}
      path={`${path}/tokens`}
      onChanged={() => void refetch().then(onChanged)}
    />
  );
}

/** Removing an account hands what it made to another one, if there is anything. */
function Removal({
  account,
  others,
  onRemove,
}: {
  readonly account: Account;
  readonly others: readonly Account[];
  readonly onRemove: (path: string) => void;
}) {
  const [asking, setAsking] = useState(false);
  const [heir, setHeir] = useState<number | null>(null);
  const owns = account.apps > 0 || account.datasets > 0;
  const made = say('people.made', {
    apps: account.apps,
    datasets: account.datasets,
  });
  if (!asking) {
    return (
      <button type="button" className="word" onClick={() => setAsking(true)}>
        {say('people.remove', { name: account.name })}
      </button>
    );
  }
  return (
    <p className={css.personLine}>
      {owns && <span>{say('people.goTo', { made })}</span>}
      <Select
        aria-label={say('people.whomAppsAndDatasetsGo')}
        placeholder={owns ? say('people.pickAnAccount') : say('people.nobodyItMadeNothing')}
        style={{ minWidth: 200 }}
        allowClear
        options={others
          .filter((other) => other.role !== 'READER')
          .map((other) => ({ value: other.id, label: other.name }))}
        value={heir}
        onChange={(id: number | undefined) => setHeir(id ?? null)}
      />
      <Button
        danger
        disabled={owns && heir === null}
        onClick={() =>
          onRemove(`/api/accounts/${account.id}${heir === null ? '' : `?heir=${heir}`}`)
        }
      >
        {say('people.removeForGood')}
      </Button>
      <button type="button" className="word" onClick={() => setAsking(false)}>
        {say('people.leaveIt')}
      </button>
    </p>
  );
}
