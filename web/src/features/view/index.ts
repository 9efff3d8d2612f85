export { downloadAddress } from './download';
export { isOfRows } from './kinds';
export { ViewCard } from './ViewCard';
export type { ViewContext } from './context';
