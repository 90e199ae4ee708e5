import { LONGEST_SHEET_NAME } from '@vestibul/core';

/** Cells read of all sheets of a piece together; the rest is told by number. */
export const MOST_CELLS = 400_000;
/** Rows and columns read of one sheet. */
export const MOST_ROWS = 50_000;
export const MOST_COLUMNS = 2_000;
/** Sheets read of a workbook. */
export const MOST_SHEETS = 100;
/** Longest cell, in characters (ECMA-376 lets one hold 32,767). */
export const LONGEST_CELL = 32_767;

/** A sheet of a workbook, or a table that is no workbook's. */
export interface Sheet {
  /** Null of a table that has no sheets. */
  name: string | null;
  /** What each cell shows, row by row; a row ends with its last cell that shows something. */
  rows: string[][];
  /** Whether there is more of it than is read. */
  isCut: boolean;
}

/** Puts cells into a sheet at their places, and no more than are read. */
export class SheetFiller {
  readonly sheet: Sheet;
  readonly #count: { cells: number };

  /** `count` is shared by the sheets of a workbook. */
  constructor(name: string | null, count: { cells: number }) {
    // As places in it are told.
    this.sheet = {
      name: name?.normalize('NFC').slice(0, LONGEST_SHEET_NAME) ?? null,
      rows: [],
      isCut: false,
    };
    this.#count = count;
  }

  /** Row and column count from 1. */
  put(row: number, column: number, text: string): void {
    if (text === '') return;
    const { rows } = this.sheet;
    if (row > MOST_ROWS || column > MOST_COLUMNS || this.#count.cells >= MOST_CELLS) {
      this.sheet.isCut = true;
      return;
    }
    this.#count.cells += 1;
    while (rows.length < row) rows.push([]);
    const cells = rows[row - 1]!;
    while (cells.length < column) cells.push('');
    cells[column - 1] = text.slice(0, LONGEST_CELL).normalize('NFC');
  }
}
