export { HomePage } from './HomePage';
export { LoadProgress } from './LoadProgress';
export { UploadFiles } from './UploadFiles';
