import type { Bin } from '../../api/types';
import css from './Bars.module.css';

/** A small column chart of bins; those outside `[from, to]` are pale, all of them grey behind. */
export function Bars({
  bins,
  from,
  to,
  inUse,
  height,
}: {
  readonly bins: readonly Bin[];
  readonly from: number;
  readonly to: number;
  readonly inUse: boolean;
  readonly height: number;
}) {
  const most = Math.max(1, ...bins.map((bin) => bin.count));
  return (
    <svg
      className={css.bins}
      viewBox={`0 0 ${bins.length} ${height}`}
      preserveAspectRatio="none"
      height={height}
      aria-hidden="true"
    >
      {bins.map((bin, i) => {
        const tall = bin.count === 0 ? 0 : Math.max(1.5, (height * bin.count) / most);
        const inside = inUse && i >= from && i <= to;
        return (
          <rect
            key={bin.from}
            x={i + 0.06}
            width={0.88}
            y={height - tall}
            height={tall}
            fill={inside ? 'var(--series-1)' : 'var(--straw)'}
          />
        );
      })}
    </svg>
  );
}
