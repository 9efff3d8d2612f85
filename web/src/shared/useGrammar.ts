import { useQuery } from '@tanstack/react-query';
import { call } from '../api/client';
import type { Grammar } from '../api/types';

const NOTHING: Grammar = {
  stepKinds: [],
  viewKinds: [],
  choiceKinds: [],
  filterKinds: [],
  measureSlots: [],
  functions: [],
};

/** What can be said, as the server knows it; asked once. */
export function useGrammar(): Grammar {
  const { data } = useQuery({
    queryKey: ['grammar'],
    queryFn: () => call<Grammar>('GET', '/api/grammar'),
    staleTime: Infinity,
  });
  return data ?? NOTHING;
}
