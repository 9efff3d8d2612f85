import { useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { call, rememberSession } from '../../api/client';

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
      <Link className="word" to="/account" title="Your account: password, sign-ins, tokens">
        {name}
      </Link>
      <button type="button" className="button" onClick={() => void leave()}>
        Sign out
      </button>
    </>
  );
}
