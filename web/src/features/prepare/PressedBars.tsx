import type { Bin } from '../../api/types';
import { Bars } from '../filter';
import css from './PressedBars.module.css';

interface Props {
  readonly bins: readonly Bin[];
  readonly height: number;
  /** What a bar stands for, in words. */
  readonly nameOf: (bin: Bin) => string;
  readonly onPress: (bin: Bin, isLast: boolean) => void;
}

/** A distribution whose bars can be pressed; by keyboard arrows go from one to the next. */
export function PressedBars({ bins, height, nameOf, onPress }: Props) {
  return (
    <div className={css.frame}>
      <Bars bins={bins} from={0} to={-1} inUse={false} height={height} />
      <div
        className={css.bars}
        onKeyDown={(event) => {
          const now = event.target as HTMLElement;
          const next =
            event.key === 'ArrowRight'
              ? now.nextElementSibling
              : event.key === 'ArrowLeft'
                ? now.previousElementSibling
                : null;
          if (next instanceof HTMLElement) next.focus();
        }}
      >
        {bins.map((bin, i) => (
          <button
            key={bin.from}
            type="button"
            tabIndex={i === 0 ? 0 : -1}
            aria-label={nameOf(bin)}
            title={nameOf(bin)}
            onClick={() => onPress(bin, i === bins.length - 1)}
          />
        ))}
      </div>
    </div>
  );
}
