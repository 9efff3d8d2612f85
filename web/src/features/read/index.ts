export { AppPage } from './AppPage';
export { ReadPage } from './ReadPage';
export type { PageState } from './selection';
