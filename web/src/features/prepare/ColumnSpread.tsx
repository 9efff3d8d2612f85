import type { ColumnProfile } from '../../api/types';
import { count } from '../../shared/format';
import { Bars } from '../filter';
import { say } from '../../words';
import css from './ColumnSpread.module.css';

/** What is in a column: how many values and blanks, how numbers spread or which texts are the commonest. */
export function ColumnSpread({ profile }: { readonly profile: ColumnProfile }) {
  return (
    <>
      <span className="soft">
        {say('prepare.valuesAndBlanks', { values: profile.distinct, blanks: profile.blanks })}
      </span>
      <span className={css.columnChart}>
        {profile.histogram && profile.histogram.bins.length > 0 ? (
          <Bars bins={profile.histogram.bins} from={0} to={-1} inUse={false} height={30} />
        ) : (
          profile.commonest.slice(0, 2).map((item) => (
            <span key={item.value} className={css.commonest}>
              <span title={item.value}>{item.value}</span>
              <span className="soft">{count(item.total)}</span>
            </span>
          ))
        )}
      </span>
    </>
  );
}
