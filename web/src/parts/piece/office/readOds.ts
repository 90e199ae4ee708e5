import { walkXml } from './openPackage';
import { ASIDE, foldSpace, openContent, spaceOf } from './readOpenText';
import { MOST_COLUMNS, MOST_SHEETS, SheetFiller, type Sheet } from './Sheet';

/** The sheets of a spreadsheet (OpenDocument 1.3 part 3, section 9), each cell as it shows; throws where it cannot be read. */
export function readOds(bytes: ArrayBuffer): Sheet[] {
  const { content } = openContent(bytes, null);
  const fillers: SheetFiller[] = [];
  const count = { cells: 0 };
  let row = 1;
  let column = 1;
  let rowsAlike = 1;
  /** The cells of the row that is open, which may stand several times. */
  let cells: { column: number; text: string }[] = [];
  let cell: { paragraphs: string[]; alike: number } | null = null;
  let aside = 0;
  let tables = 0;
  walkXml(content, {
    open(name, attributes) {
      if (ASIDE.has(name)) aside += 1;
      if (aside > 0) return;
      switch (name) {
        case 'table:table':
          tables += 1;
          if (tables === 1) {
            fillers.push(new SheetFiller(attributes['table:name'] ?? '', count));
            row = 1;
          }
          break;
        case 'table:table-row':
          column = 1;
          cells = [];
          rowsAlike = timesOf(attributes['table:number-rows-repeated']);
          break;
        case 'table:table-cell':
        case 'table:covered-table-cell':
          cell = { paragraphs: [], alike: timesOf(attributes['table:number-columns-repeated']) };
          break;
        case 'text:p':
          cell?.paragraphs.push('');
          break;
        default:
          if (cell?.paragraphs.length)
            cell.paragraphs[cell.paragraphs.length - 1] += spaceOf(name, attributes);
      }
    },
    text(part) {
      if (aside === 0 && cell?.paragraphs.length)
        cell.paragraphs[cell.paragraphs.length - 1] += foldSpace(part);
    },
    close(name) {
      if (ASIDE.has(name)) aside -= 1;
      if (aside > 0) return;
      switch (name) {
        case 'table:table':
          tables -= 1;
          break;
        case 'table:table-cell':
        case 'table:covered-table-cell': {
          const text = cell?.paragraphs.join('\n') ?? '';
          const alike = cell?.alike ?? 1;
          // What repeats to the end of the sheet shows nothing: only what shows something is put in.
          for (let nth = 0; text !== '' && nth < alike && cells.length < MOST_COLUMNS; nth += 1)
            cells.push({ column: column + nth, text });
          column += alike;
          cell = null;
          break;
        }
        case 'table:table-row': {
          const filler = fillers.at(-1);
          for (let nth = 0; cells.length > 0 && nth < Math.min(rowsAlike, MOST_ALIKE); nth += 1)
            for (const { column: at, text } of cells) filler?.put(row + nth, at, text);
          if (filler && cells.length > 0 && rowsAlike > MOST_ALIKE) filler.sheet.isCut = true;
          row += rowsAlike;
          cells = [];
        }
      }
    },
  });
  return fillers.slice(0, MOST_SHEETS).map(({ sheet }) => sheet);
}

/** Rows that are written once and stand often: of more nobody reads each. */
const MOST_ALIKE = 2_000;

const timesOf = (said: string | undefined) => Math.max(1, Number(said ?? 1) || 1);
