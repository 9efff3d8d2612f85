import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { call, rememberSession } from '../../api/client';
import type { Session } from '../../api/types';
import { TitleBar } from '../../shared/TitleBar';
import { Credentials } from './Credentials';
import { say } from '../../words';
import accountCss from './account.module.css';

/** Creates the first administrator; the token stands behind the # so that it reaches no log. */
export function SetupPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const create = async (name: string, password: string) => {
    const token = window.location.hash.slice(1);
    const session = await call<Session>('POST', '/api/setup', { token, name, password });
    queries.setQueryData(['session'], rememberSession(session));
    void navigate('/', { replace: true });
  };
  return (
    <>
      <title>{say('account.firstStart')}</title>
      <TitleBar title={say('account.keenSparrow')} />
      <main className={accountCss.entrance}>
        <h2>{say('account.createTheAdministrator')}</h2>
        <p>{say('account.thisServerHasNoAccount')}</p>
        <Credentials button={say('account.createAndSignIn')} newPassword onSubmit={create} />
      </main>
    </>
  );
}
