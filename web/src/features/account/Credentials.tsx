import { useState } from 'react';
import { say } from '../../words';
import css from './Credentials.module.css';

interface Props {
  readonly button: string;
  readonly newPassword?: boolean;
  readonly onSubmit: (name: string, password: string) => Promise<void>;
}

/** Name and password. */
export function Credentials({ button, newPassword, onSubmit }: Props) {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setError(null);
    onSubmit(name, password)
      .catch((failure: unknown) => setError((failure as Error).message))
      .finally(() => setBusy(false));
  };
  return (
    <form className={css.credentials} onSubmit={submit}>
      <label>
        {say('account.name')}
        <input
          className="field"
          name="name"
          autoComplete="username"
          autoFocus
          required
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <label>
        {say('account.password')}
        <input
          className="field"
          name="password"
          type="password"
          autoComplete={newPassword ? 'new-password' : 'current-password'}
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
      </label>
      {newPassword && <p className="soft">{say('account.atLeast10CharactersA')}</p>}
      {error && (
        <p className="problem" role="alert">
          {error}
        </p>
      )}
      <button type="submit" className="button primary" disabled={busy}>
        {button}
      </button>
    </form>
  );
}
