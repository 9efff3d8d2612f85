import type { Face } from '../face';
import { PictureView } from './PictureView';

export const picture: Face = { numberless: true, Alone: PictureView };
