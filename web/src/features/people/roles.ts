import type { AccountRole } from '../../api/types';
import { say } from '../../words';

export const ROLES: { value: AccountRole; label: string }[] = [
  { value: 'READER', label: say('people.readsApps') },
  { value: 'AUTHOR', label: say('people.readsAndMakesApps') },
  { value: 'ADMINISTRATOR', label: say('people.administers') },
];
