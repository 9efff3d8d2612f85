export { QueryPage } from './QueryPage';
