export { PeoplePage } from './PeoplePage';
