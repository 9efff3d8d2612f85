export { AppPage } from './AppPage';
export { ReadPage } from './ReadPage';
export { downloadAddress } from './download';
export type { PageState } from './selection';
