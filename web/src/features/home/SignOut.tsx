import { useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { call, rememberSession } from '../../api/client';
import { say } from '../../words';

export function SignOut({ name }: { readonly name: string }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const leave = async () => {
    await call('DELETE', '/api/session');
    rememberSession({ signedIn: false, name: '', role: 'READER', pageToken: null });
    queries.clear();
    void navigate('/sign-in');
  };
  return (
    <>
      <Link className="word" to="/account" title={say('home.yourAccountPasswordSignIns')}>
        {name}
      </Link>
      <button type="button" className="button" onClick={() => void leave()}>
        {say('home.signOut')}
      </button>
    </>
  );
}
