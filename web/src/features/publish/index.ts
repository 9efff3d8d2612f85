export { PublishPage } from './PublishPage';
