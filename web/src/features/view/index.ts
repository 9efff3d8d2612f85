export { downloadAddress } from './download';
export { useDownload } from './useDownload';
export { isOfRows } from './kinds';
export { ViewCard } from './ViewCard';
export { stepKey, type Answered, type ViewContext } from './context';
export {
  lookedFor,
  slicesOf,
  withCloser,
  type Closer,
  type TablePart,
  type TableState,
} from './slices';
