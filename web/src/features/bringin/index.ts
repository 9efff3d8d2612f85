export { BringInPage, ReadAgainPage } from './BringInPage';
