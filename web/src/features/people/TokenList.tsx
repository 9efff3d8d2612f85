import { call } from '../../api/client';
import type { TokenItem } from '../../api/types';
import { when } from '../../shared/format';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';

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
  if (tokens.length === 0) return <p className="soft">{say('people.none')}</p>;
  return (
    <ul className={`${authorCss.plainList} card`}>
      {tokens.map((token) => (
        <li key={token.id}>
          {token.label}{' '}
          <span className="soft">
            {say('people.tokenDates', {
              createdAt: when(token.createdAt),
              expiresAt: when(token.expiresAt),
              usedAt: token.usedAt ? when(token.usedAt) : '',
              used: token.usedAt ? 'yes' : 'no',
            })}
          </span>{' '}
          <button
            type="button"
            className="word"
            aria-label={say('people.end', { label: token.label })}
            onClick={() => void call('DELETE', `${path}/${token.id}`).then(onChanged)}
          >
            {say('people.endIt')}
          </button>
        </li>
      ))}
    </ul>
  );
}
