import { useQueryClient } from '@tanstack/react-query';
import { useNavigate, useSearchParams } from 'react-router';
import { call, rememberSession } from '../../api/client';
import type { Session } from '../../api/types';
import { TitleBar } from '../../shared/TitleBar';
import { Credentials } from './Credentials';
import { say } from '../../words';
import accountCss from './account.module.css';

/** Signs in, then goes on to where the person wanted to be. */
export function SignInPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [params] = useSearchParams();
  const wanted = params.get('to') ?? '/';
  const to = /^\/(?![/\\])/.test(wanted) ? wanted : '/';
  const signIn = async (name: string, password: string) => {
    const session = await call<Session>('POST', '/api/session', { name, password });
    queries.setQueryData(['session'], rememberSession(session));
    void navigate(to, { replace: true });
  };
  return (
    <>
      <title>{say('account.signIn')}</title>
      <TitleBar title={say('account.keenSparrow')} />
      <main className={accountCss.entrance}>
        <h2>{say('account.signIn')}</h2>
        <Credentials button={say('account.signIn')} onSubmit={signIn} />
      </main>
    </>
  );
}
