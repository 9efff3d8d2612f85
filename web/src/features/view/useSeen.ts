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

/** Does something when there is time, soon at the latest; gives what calls it off. Not every browser tells when it idles. */
export function whenIdle(work: () => void): () => void {
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(work, SOON / 2);
    return () => clearTimeout(timer);
  }
  const later = requestIdleCallback(() => work(), { timeout: SOON });
  return () => cancelIdleCallback(later);
}
