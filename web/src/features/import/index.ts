export { ImportPage, ReadAgainPage } from './ImportPage';
