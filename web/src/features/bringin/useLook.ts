import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import type { Look, ReadingChoices } from '../../api/types';

/** A file as it is read under the author's choices; each change shows at once, the old cells stay until then. */
export function useLook(path: string, first: ReadingChoices) {
  const [choices, setChoices] = useState<ReadingChoices>(first);
  const [part, setPart] = useState<number | null>(null);
  const look = useQuery({
    queryKey: ['look', path, choices, part],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: ({ signal }) => call<Look>('POST', path, { reading: choices, part }, signal),
  });
  return { look, choices, setChoices, setPart };
}
