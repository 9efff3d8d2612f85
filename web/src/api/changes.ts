import { useEffect, useRef } from 'react';

/**
 * Calls when a new edition or new data stand behind a link. Only a page that is seen listens: a browser has few
 * connections to a server, and pages in the background must not take them all. The browser mends a lost one by itself.
 */
export function useChanges(slug: string, onChange: () => void) {
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  });
  useEffect(() => {
    let events: EventSource | null = null;
    let known: string | null = null;
    const close = () => {
      events?.close();
      events = null;
    };
    const listen = () => {
      if (document.visibilityState !== 'visible') return close();
      if (events) return;
      events = new EventSource(`/api/changes/${slug}`);
      events.addEventListener('now', (event: MessageEvent<string>) => {
        if (known !== null && known !== event.data) latest.current();
        known = event.data;
      });
    };
    listen();
    document.addEventListener('visibilitychange', listen);
    window.addEventListener('pagehide', close);
    window.addEventListener('pageshow', listen);
    return () => {
      document.removeEventListener('visibilitychange', listen);
      window.removeEventListener('pagehide', close);
      window.removeEventListener('pageshow', listen);
      close();
    };
  }, [slug]);
}
