import { useCallback, useEffect, useRef } from 'react';

const SOON = 400; // milliseconds

/** Whether an element is on the screen or near it, as far as is known. */
export function useSeen(frame: { readonly current: HTMLElement | null }): () => boolean {
  const seen = useRef(true);
  useEffect(() => {
    if (!frame.current) return undefined;
    const observer = new IntersectionObserver(
      (entries) => {
        seen.current = entries.some((entry) => entry.isIntersecting);
      },
      { rootMargin: '100px' },
    );
    observer.observe(frame.current);
    return () => observer.disconnect();
  }, [frame]);
  return useCallback(() => seen.current, []);
}

const waiting: (() => void)[] = [];

/** Does one such work after the other, and lets the page react in between; gives what calls it off. */
export function inTurn(work: () => void): () => void {
  const mine = () => work();
  waiting.push(mine);
  if (waiting.length === 1) setTimeout(next);
  return () => {
    const at = waiting.indexOf(mine);
    if (at >= 0) waiting[at] = () => undefined;
  };
}

function next() {
  try {
    waiting[0]?.();
  } finally {
    waiting.shift();
    if (waiting.length > 0) setTimeout(next);
  }
}

/** Does something when there is time, soon at the latest; gives what calls it off. Not every browser tells when it idles. */
export function whenIdle(work: () => void): () => void {
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(work, SOON / 2);
    return () => clearTimeout(timer);
  }
  const later = requestIdleCallback(() => work(), { timeout: SOON });
  return () => cancelIdleCallback(later);
}
