import { call } from '../../api/client';
import type { TokenItem } from '../../api/types';
import { when } from '../../shared/format';

/** Tokens with when they were made, used and end, each to be ended now. */
export function TokenList({
  tokens,
  path,
  onChanged,
}: {
  readonly tokens: readonly TokenItem[];
  /** Below which each is ended by its id. */
  readonly path: string;
  readonly onChanged: () => void;
}) {
  if (tokens.length === 0) return <p className="soft">None.</p>;
  return (
    <ul className="plain-list card">
      {tokens.map((token) => (
        <li key={token.id}>
          {token.label}{' '}
          <span className="soft">
            made {when(token.createdAt)}, ends {when(token.expiresAt)},{' '}
            {token.usedAt ? `last used ${when(token.usedAt)}` : 'never used'}
          </span>{' '}
          <button
            type="button"
            className="word"
            aria-label={`End ${token.label}`}
            onClick={() => void call('DELETE', `${path}/${token.id}`).then(onChanged)}
          >
            end it
          </button>
        </li>
      ))}
    </ul>
  );
}
