export { AccountPage } from './AccountPage';
export { AuditPage } from './AuditPage';
export { PeoplePage } from './PeoplePage';
