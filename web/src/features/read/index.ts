export { AppPage } from './AppPage';
export { ReadPage } from './ReadPage';
export type { PageState } from './selection';
export { pageShown, viewsOn } from './PageTabs';
export { usePageState } from './usePageState';
