import { parse } from 'csv-parse/sync';
import { isLocalTime } from '../../deadline/zonedTime';
import { looksLikeEmail } from '../recogniseColumns';
import {
  MOST_PACKAGE_ROWS,
  PACKAGE_VERSION,
  packageColumns,
  type PackageFault,
  type PackageFile,
  type RowOf,
} from './columns';

/** What a package says, each row checked and every id that it names known. */
export type RosterPackage = { [File in PackageFile]: RowOf<File>[] };

export type ReadPackage =
  /** `faults` tells the rows that were left out. */
  | { ok: true; lists: RosterPackage; faults: PackageFault[] }
  /** Nothing can be taken from it. */
  | { ok: false; faults: PackageFault[] };

const fileNames = Object.keys(packageColumns) as PackageFile[];

/**
 * Reads the texts of a OneRoster 1.2 CSV package, by their file names. Only bulk packages are read: those that say all
 * there is. A package that breaks the standard as a whole is refused; a row that does is left out and told.
 */
export function readPackage(texts: ReadonlyMap<string, string>): ReadPackage {
  const manifest = texts.get('manifest.csv');
  const refuse = (code: PackageFault['code'], found: string): ReadPackage => ({
    ok: false,
    faults: [{ file: 'manifest.csv', line: 0, code, found }],
  });
  if (manifest === undefined) return refuse('no-manifest', '');
  const modes = modesOf(manifest);
  const version = modes.get('oneroster.version') ?? '';
  if (version !== PACKAGE_VERSION) return refuse('other-version', version);
  const refusals: PackageFault[] = [];
  const raw = {} as { [File in PackageFile]: RowOf<PackageFile>[] };
  for (const file of fileNames) {
    const name = `${file}.csv`;
    const mode = modes.get(`file.${file}`) ?? 'absent';
    if (mode !== 'bulk') refusals.push({ file: name, line: 0, code: 'not-bulk', found: mode });
    else raw[file] = readFile(file, texts.get(name), refusals);
  }
  if (refusals.length > 0) return { ok: false, faults: refusals };
  return checkRows(raw as unknown as RosterPackage);
}

/** The manifest's properties: `propertyName,value`. */
function modesOf(text: string): Map<string, string> {
  const rows: string[][] = parse(text.replace(/^\ufeff/, ''), {
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: true,
  });
  return new Map(rows.map(([name = '', value = '']) => [name.trim(), value.trim()]));
}

function readFile(
  file: PackageFile,
  text: string | undefined,
  refusals: PackageFault[],
): RowOf<PackageFile>[] {
  const name = `${file}.csv`;
  const refuse = (code: PackageFault['code'], found: string, line = 0) => {
    refusals.push({ file: name, line, code, found });
    return [];
  };
  if (text === undefined) return refuse('file-missing', '');
  const rows: RowOf<PackageFile>[] = [];
  const columns: readonly string[] = packageColumns[file];
  let line = 0;
  let header: string[] = [];
  try {
    parse(text.replace(/^\ufeff/, ''), {
      relax_column_count: true,
      skip_empty_lines: true,
      on_record: (record: string[], context) => {
        line = context.lines;
        if (header.length === 0) header = record;
        else if (rows.length <= MOST_PACKAGE_ROWS) {
          const row: Record<string, string | number> = { line };
          columns.forEach((column, i) => (row[column] = (record[i] ?? '').trim().normalize('NFC')));
          rows.push(row as RowOf<PackageFile>);
        }
        return null;
      },
    });
  } catch {
    return refuse('unreadable', '', line + 1);
  }
  const wrong = columns.findIndex((column, i) => header[i]?.trim() !== column);
  if (wrong >= 0) return refuse('wrong-columns', columns[wrong]!, 1);
  const foreign = header.slice(columns.length).find((column) => !column.startsWith('metadata.'));
  if (foreign !== undefined) return refuse('wrong-columns', foreign, 1);
  if (rows.length > MOST_PACKAGE_ROWS) return refuse('too-many-rows', String(MOST_PACKAGE_ROWS));
  return rows;
}

const isDay = (text: string) => isLocalTime(`${text}T00:00`);

/** For each file: what a row must say to be taken. The ids it names must be those of rows taken before. */
function checkRows(raw: RosterPackage): ReadPackage {
  const faults: PackageFault[] = [];
  const taken: Record<PackageFile, Set<string>> = {
    academicSessions: new Set(),
    orgs: new Set(),
    courses: new Set(),
    classes: new Set(),
    users: new Set(),
    enrollments: new Set(),
  };
  type Complaint = [PackageFault['code'], string] | null;
  const names = (file: PackageFile, id: string): Complaint =>
    id === '' || taken[file].has(id) ? null : ['unknown-id', id];
  const oneOf = (value: string, known: readonly string[]): Complaint =>
    known.includes(value) ? null : ['bad-value', value];
  const first = (...complaints: Complaint[]) => complaints.find((complaint) => complaint !== null) ?? null;

  const keep = <File extends PackageFile>(
    file: File,
    complain: (row: RowOf<File>) => Complaint,
  ): RowOf<File>[] =>
    (raw[file] as RowOf<File>[]).filter((row) => {
      const sourcedId: string = row.sourcedId;
      const complaint =
        sourcedId === ''
          ? (['no-id', ''] as const)
          : taken[file].has(sourcedId)
            ? (['id-twice', sourcedId] as const)
            : complain(row);
      if (complaint)
        faults.push({ file: `${file}.csv`, line: row.line, code: complaint[0], found: complaint[1] });
      else taken[file].add(sourcedId);
      return complaint === null;
    });
  const listed = (text: string) =>
    text
      .split(',')
      .map((part) => part.trim())
      .filter(Boolean);

  const academicSessions = keep('academicSessions', (row) =>
    first(
      oneOf(row.type, ['gradingPeriod', 'semester', 'schoolYear', 'term']),
      isDay(row.startDate) ? null : ['bad-date', row.startDate],
      isDay(row.endDate) && row.endDate >= row.startDate ? null : ['bad-date', row.endDate],
    ),
  );
  const orgs = keep('orgs', (row) => (row.name ? null : ['no-name', '']));
  const courses = keep('courses', (row) =>
    first(row.title ? null : ['no-name', ''], names('academicSessions', row.schoolYearSourcedId)),
  );
  const classes = keep('classes', (row) =>
    first(
      row.title ? null : ['no-name', ''],
      row.courseSourcedId ? names('courses', row.courseSourcedId) : ['unknown-id', ''],
      listed(row.termSourcedIds).length > 0 ? null : ['unknown-id', ''],
      ...listed(row.termSourcedIds).map((id) => names('academicSessions', id)),
    ),
  );
  const users = keep('users', (row) =>
    first(
      row.familyName || row.givenName ? null : ['no-name', ''],
      row.email === '' || looksLikeEmail(row.email) ? null : ['bad-email', row.email],
    ),
  );
  const enrollments = keep('enrollments', (row) =>
    first(
      row.classSourcedId ? names('classes', row.classSourcedId) : ['unknown-id', ''],
      row.userSourcedId ? names('users', row.userSourcedId) : ['unknown-id', ''],
      oneOf(row.role, ['administrator', 'proctor', 'student', 'teacher', 'aide']),
    ),
  );
  return { ok: true, lists: { academicSessions, orgs, courses, classes, users, enrollments }, faults };
}
