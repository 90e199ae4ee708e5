import { stringify } from 'csv-stringify/sync';
import writeWorkbook from 'write-excel-file/node';
import {
  BYTE_ORDER_MARK,
  csvForm,
  gradebookFiles,
  markDetails,
  markTable,
  type CourseId,
  type Instant,
  type TableCells,
} from '@vestibul/core';
import { findCourse } from '../courses/courses';
import { listPeriods } from '../courses/periods';
import type { Database } from '../platform/database/database';
import { timeZoneOf } from '../school/facts';
import { readMarks } from './marks';

/** A mark book as files for other programs (docs/formats.md), as it is at that moment. */
export function marksOut(db: Database, course: CourseId, now: Instant) {
  const book = readMarks(db, course, now);
  const periods = listPeriods(db, course);
  return {
    table: () => csvOf(markTable(book, periods)),
    details: () => csvOf(markDetails(book, periods)),
    workbook: () =>
      writeWorkbook([
        { sheet: 'Mark book', data: headed(markTable(book, periods)) },
        { sheet: 'Details', data: headed(markDetails(book, periods)) },
      ]).toBuffer(),
    gradebook: () =>
      gradebookFiles(book, { course, title: findCourse(db, course).title, zone: timeZoneOf(db) }).map(
        ({ name, rows }) => ({
          name,
          text: stringify(rows, csvForm()),
        }),
      ),
  };
}

const csvOf = (rows: readonly TableCells[]) => `${BYTE_ORDER_MARK}${stringify([...rows], csvForm())}`;

const headed = ([head = [], ...rows]: TableCells[]) => [
  head.map((value) => ({ value: String(value), fontWeight: 'bold' as const })),
  ...rows,
];
