import { readRows } from '@vestibul/core';
import { readOds } from '../parts/piece/office/readOds';
import { readXlsx } from '../parts/piece/office/readXlsx';
import { MOST_ROWS, SheetFiller, type Sheet } from '../parts/piece/office/Sheet';
import { whyOf } from '../parts/piece/office/Unreadable';
import { plainText } from '../parts/piece/plainText';
import type { SheetsQuestion, SheetsRead, TableKind } from '../parts/piece/readSheets';

const readers: Record<TableKind, (bytes: ArrayBuffer) => Sheet[]> = {
  xlsx: readXlsx,
  ods: readOds,
  csv: (bytes) => {
    const filler = new SheetFiller(null, { cells: 0 });
    const rows = readRows(plainText(bytes), MOST_ROWS + 1);
    for (const [i, cells] of rows.entries())
      for (const [j, cell] of cells.entries()) filler.put(i + 1, j + 1, cell);
    return [filler.sheet];
  },
};

/** Reads the sheets of a table away from the page. */
self.onmessage = ({ data: { bytes, kind } }: MessageEvent<SheetsQuestion>) => {
  const answer = (read: SheetsRead) => self.postMessage(read);
  try {
    answer(readers[kind](bytes));
  } catch (error) {
    answer(whyOf(error));
  }
};
