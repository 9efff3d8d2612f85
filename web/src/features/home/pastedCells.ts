import { say } from '../../words';
/** Cells from the clipboard as a file: tabs between them, as spreadsheet programs write them. */
export const pastedCells = (text: string): File =>
  new File([text], say('home.pastedCellsTxt'), { type: 'text/plain' });
