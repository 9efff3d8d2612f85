export { downloadAddress } from './download';
export { ViewCard } from './ViewCard';
export type { ViewContext } from './context';
