import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type { OwnSession } from '../../api/types';
import { when } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { TitleBar } from '../../shared/TitleBar';
import { useSession } from '../../shared/useSession';
import { deviceName } from './deviceName';
import { OwnTokens } from './OwnTokens';
import { say } from '../../words';
import peopleCss from './people.module.css';
import authorCss from '../../shared/author.module.css';

/** What everybody does with their own account: password, where one is signed in, tokens for programs. */
export function AccountPage() {
  const session = useSession().data;
  return (
    <>
      <title>{say('people.yourAccount')}</title>
      <TitleBar title={say('people.yourAccount')} note={session?.name} />
      <main className={peopleCss.people}>
        <OwnPassword />
        <SignIns />
        <OwnTokens />
      </main>
    </>
  );
}

interface Passwords {
  current: string;
  password: string;
}

function OwnPassword() {
  const [form] = Form.useForm<Passwords>();
  const [problem, setProblem] = useState<Error | null>(null);
  const [done, setDone] = useState(false);
  const save = (passwords: Passwords) => {
    setProblem(null);
    setDone(false);
    call('PUT', '/api/account/password', passwords)
      .then(() => {
        form.resetFields();
        setDone(true);
      })
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  return (
    <section aria-label={say('people.password')}>
      <h2>{say('people.password')}</h2>
      {problem && <ProblemNote error={problem} />}
      {done && (
        <p className="notice" role="status">
          {say('people.changedYourOtherSignIns')}
        </p>
      )}
      <Form form={form} layout="vertical" onFinish={save} requiredMark={false}>
        <Form.Item
          name="current"
          label={say('people.presentPassword')}
          rules={[{ required: true }]}
        >
          <Input.Password autoComplete="current-password" />
        </Form.Item>
        <Form.Item
          name="password"
          label={say('people.newPasswordAtLeast10')}
          rules={[{ required: true }]}
        >
          <Input.Password autoComplete="new-password" />
        </Form.Item>
        <Button type="primary" htmlType="submit">
          {say('people.changePassword')}
        </Button>
      </Form>
    </section>
  );
}

function SignIns() {
  const { data, error, refetch } = useQuery({
    queryKey: ['sign-ins'],
    queryFn: () => call<{ sessions: OwnSession[] }>('GET', '/api/account/sessions'),
  });
  const sessions = data?.sessions ?? [];
  const end = (path: string) => void call('DELETE', path).then(() => refetch());
  return (
    <section aria-label={say('people.whereYouAreSignedIn')}>
      <h2>{say('people.whereYouAreSignedIn')}</h2>
      {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
      <ul className={`${authorCss.plainList} card`}>
        {sessions.map((session) => (
          <li key={session.id}>
            {deviceName(session.device)}{' '}
            <span className="soft">
              {say('people.sinceAtMostUntil', {
                startedAt: when(session.startedAt),
                expiresAt: when(session.expiresAt),
              })}
            </span>{' '}
            {session.here ? (
              <strong>{say('people.thisOne')}</strong>
            ) : (
              <button
                type="button"
                className="word"
                onClick={() => end(`/api/account/sessions/${session.id}`)}
              >
                {say('people.endIt')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {sessions.length > 1 && (
        <Button onClick={() => end('/api/account/sessions')}>{say('people.endAllOthers')}</Button>
      )}
    </section>
  );
}
