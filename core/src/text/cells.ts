/** What a spreadsheet would run instead of showing it, at the start of a cell; also in full width, and behind apostrophes of ours. */
const RUNS = /^'*[=+\-@\t\r＝＋－＠]/u;

/** A text as it goes into a cell of a list: one that a spreadsheet would run gets an apostrophe before it (OWASP, CSV Injection). */
export const guardCell = (text: string): string => (RUNS.test(text) ? `'${text}` : text);

/** A text as it stood before `guardCell`; of lists of others, that is what their programs show too. */
export const unguardCell = (cell: string): string =>
  cell.startsWith("'") && RUNS.test(cell.slice(1)) ? cell.slice(1) : cell;

/**
 * How every list is written, for csv-stringify: RFC 4180 with CRLF. A lone CR or LF in a cell is quoted too, which the
 * library leaves bare where rows end with both; a file name with a line end in it would begin a row of its own.
 */
export const csvForm = (delimiter: ',' | '\t' = ',') => ({
  delimiter,
  record_delimiter: '\r\n',
  quoted_match: /[\r\n\t]/,
  cast: { string: (text: string, { header }: { header: boolean }) => (header ? text : guardCell(text)) },
});

/** What a list that goes to an office program begins with: such programs take it for UTF-8 only then. */
export const BYTE_ORDER_MARK = '\ufeff';

/** A name or title as one line: control characters and line ends, which no list and no page can show, become spaces. */
export const oneLine = (text: string): string => text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim();
