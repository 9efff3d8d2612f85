import type { AccountRole } from '../../api/types';

export const ROLES: { value: AccountRole; label: string }[] = [
  { value: 'READER', label: 'reads apps' },
  { value: 'AUTHOR', label: 'reads and makes apps' },
  { value: 'ADMINISTRATOR', label: 'administers' },
];
