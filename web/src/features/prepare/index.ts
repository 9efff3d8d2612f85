export { PreparePage } from './PreparePage';
