import { useQuery } from '@tanstack/react-query';
import { call, rememberSession } from '../api/client';
import type { Session } from '../api/types';

/** Who is signed in; asked once and after signing in or out. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: async () => rememberSession(await call<Session>('GET', '/api/session')),
    staleTime: Infinity,
  });
}
