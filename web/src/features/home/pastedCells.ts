/** Cells from the clipboard as a file: tabs between them, as spreadsheet programs write them. */
export const pastedCells = (text: string): File =>
  new File([text], 'pasted cells.txt', { type: 'text/plain' });
