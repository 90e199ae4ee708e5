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

/** Rows that were left out for a fault, as they stand: what they meant, nobody can say. */
export type LeftOut = { [File in PackageFile]: RowOf<File>[] };

export type ReadPackage =
  /** `faults` tells the rows that were left out. */
  | { ok: true; lists: RosterPackage; leftOut: LeftOut; isDelta: boolean; faults: PackageFault[] }
  /** Nothing can be taken from it. */
  | { ok: false; faults: PackageFault[] };

const fileNames = Object.keys(packageColumns) as PackageFile[];
/** Files that a package may do without. */
const MAY_BE_ABSENT: ReadonlySet<PackageFile> = new Set(['roles']);

/** A package that says nothing. */
export const emptyLists = (): RosterPackage => ({
  academicSessions: [],
  orgs: [],
  courses: [],
  classes: [],
  users: [],
  roles: [],
  enrollments: [],
});

/**
 * Reads the texts of a OneRoster 1.2 CSV package, by their file names. A file is `bulk` (all there is) or `delta` (what
 * changed since, each row `active` or `tobedeleted`): what it does not say is as the package before said, which `before` is.
 * A package that breaks the standard as a whole is refused; a row that does is left out and told, and of a delta the row
 * stays that was there before.
 */
export function readPackage(
  texts: ReadonlyMap<string, string>,
  before: RosterPackage | null = null,
): ReadPackage {
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
  const raw: RawFiles = {};
  let isDelta = false;
  for (const file of fileNames) {
    const name = `${file}.csv`;
    const mode = modes.get(`file.${file}`) ?? 'absent';
    const kept = before?.[file] ?? null;
    if (mode === 'bulk') raw[file] = { rows: readFile(file, texts.get(name), refusals), kept: [] };
    else if (mode === 'delta' && kept) {
      isDelta = true;
      raw[file] = { rows: readFile(file, texts.get(name), refusals), kept };
    } else if (mode === 'delta') refusals.push({ file: name, line: 0, code: 'nothing-before', found: mode });
    else if (mode === 'absent' && (kept || MAY_BE_ABSENT.has(file)))
      raw[file] = { rows: [], kept: kept ?? [] };
    else refusals.push({ file: name, line: 0, code: 'not-bulk', found: mode });
  }
  if (refusals.length > 0) return { ok: false, faults: refusals };
  return { ok: true, isDelta, ...new Checking(raw).check() };
}

type AnyRow = { [File in PackageFile]: RowOf<File> }[PackageFile];
/** Of each file what the package says, and what one before said that still holds. */
type RawFiles = { [File in PackageFile]?: { rows: AnyRow[]; kept: readonly AnyRow[] } };

/** The manifest's properties: `propertyName,value`. */
function modesOf(text: string): Map<string, string> {
  const rows: string[][] = parse(text.replace(/^\ufeff/, ''), {
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: true,
  });
  return new Map(rows.map(([name = '', value = '']) => [name.trim(), value.trim()]));
}

function readFile(file: PackageFile, text: string | undefined, refusals: PackageFault[]): AnyRow[] {
  const name = `${file}.csv`;
  const refuse = (code: PackageFault['code'], found: string, line = 0) => {
    refusals.push({ file: name, line, code, found });
    return [];
  };
  if (text === undefined) return refuse('file-missing', '');
  const rows: AnyRow[] = [];
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
          rows.push(row as AnyRow);
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
const isDayOrNothing = (text: string) => text === '' || isDay(text);

const listed = (text: string) =>
  text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);

type Complaint = [PackageFault['code'], string] | null;
const first = (...complaints: Complaint[]) => complaints.find((complaint) => complaint !== null) ?? null;
const oneOf = (value: string, known: readonly string[]): Complaint =>
  known.includes(value) ? null : ['bad-value', value];
const day = (value: string): Complaint => (isDayOrNothing(value) ? null : ['bad-date', value]);

/** For each file: what a row must say to be taken. The ids it names must be those of rows taken before. */
class Checking {
  readonly #lists = emptyLists();
  readonly #leftOut: LeftOut = emptyLists();
  readonly #faults: PackageFault[] = [];
  readonly #taken: Record<PackageFile, Set<string>>;
  /** What the package says is to be deleted: what still names it goes with it and is no fault. */
  readonly #deleted: Record<PackageFile, Set<string>>;

  constructor(private readonly raw: RawFiles) {
    const sets = () =>
      Object.fromEntries(fileNames.map((file) => [file, new Set<string>()])) as Record<
        PackageFile,
        Set<string>
      >;
    this.#taken = sets();
    this.#deleted = sets();
  }

  check(): { lists: RosterPackage; leftOut: LeftOut; faults: PackageFault[] } {
    this.#keep('academicSessions', (row) =>
      first(
        oneOf(row.type, ['gradingPeriod', 'semester', 'schoolYear', 'term']),
        isDay(row.startDate) ? null : ['bad-date', row.startDate],
        isDay(row.endDate) && row.endDate >= row.startDate ? null : ['bad-date', row.endDate],
      ),
    );
    this.#keep('orgs', (row) => (row.name ? null : ['no-name', '']));
    this.#keep('courses', (row) =>
      first(row.title ? null : ['no-name', ''], this.#names('academicSessions', row.schoolYearSourcedId)),
    );
    this.#keep('classes', (row) =>
      first(
        row.title ? null : ['no-name', ''],
        row.courseSourcedId ? this.#names('courses', row.courseSourcedId) : ['unknown-id', ''],
        listed(row.termSourcedIds).length > 0 ? null : ['unknown-id', ''],
        ...listed(row.termSourcedIds).map((id) => this.#names('academicSessions', id)),
      ),
    );
    this.#keep('users', (row) =>
      first(
        row.familyName || row.givenName ? null : ['no-name', ''],
        row.email === '' || looksLikeEmail(row.email) ? null : ['bad-email', row.email],
        row.enabledUser === '' ? null : oneOf(row.enabledUser.toLowerCase(), ['true', 'false']),
      ),
    );
    this.#keep('roles', (row) =>
      first(
        row.userSourcedId ? this.#names('users', row.userSourcedId) : ['unknown-id', ''],
        oneOf(row.role, schoolRoles),
        day(row.beginDate),
        day(row.endDate),
      ),
    );
    this.#keep('enrollments', (row) =>
      first(
        row.classSourcedId ? this.#names('classes', row.classSourcedId) : ['unknown-id', ''],
        row.userSourcedId ? this.#names('users', row.userSourcedId) : ['unknown-id', ''],
        oneOf(row.role, ['administrator', 'proctor', 'student', 'teacher', 'aide']),
        day(row.beginDate),
        day(row.endDate),
      ),
    );
    return { lists: this.#lists, leftOut: this.#leftOut, faults: this.#faults };
  }

  #names(file: PackageFile, id: string): Complaint {
    return id === '' || this.#taken[file].has(id) ? null : ['unknown-id', id];
  }

  #keep<File extends PackageFile>(file: File, complain: (row: RowOf<File>) => Complaint): void {
    const { rows, kept } = this.raw[file]! as { rows: RowOf<File>[]; kept: readonly RowOf<File>[] };
    const taken: RowOf<File>[] = [];
    const seen = new Set<string>();
    for (const row of rows) {
      const id: string = row.sourcedId;
      const complaint: Complaint =
        id === ''
          ? ['no-id', '']
          : seen.has(id)
            ? ['id-twice', id]
            : ['', 'active', 'tobedeleted'].includes(row.status)
              ? row.status === 'tobedeleted'
                ? null
                : complain(row)
              : ['bad-status', row.status];
      if (complaint && this.#goesWithAnother(file, row)) continue;
      if (complaint) {
        this.#faults.push({ file: `${file}.csv`, line: row.line, code: complaint[0], found: complaint[1] });
        (this.#leftOut[file] as RowOf<File>[]).push(row);
        continue;
      }
      seen.add(id);
      if (row.status === 'tobedeleted') this.#deleted[file].add(id);
      else taken.push(row);
    }
    // What a package before said holds where this one says nothing else; a row that was left out here changes nothing there.
    for (const row of kept)
      if (!seen.has(row.sourcedId) && complain(row) === null) taken.push({ ...row, line: 0 });
    for (const row of taken) this.#taken[file].add(row.sourcedId);
    (this.#lists[file] as RowOf<File>[]).push(...taken);
  }

  /** Whether a row names something that this package deletes. */
  #goesWithAnother(file: PackageFile, row: object): boolean {
    const names = (of: PackageFile, column: string) =>
      this.#deleted[of].has(Reflect.get(row, column) as string);
    return file === 'enrollments'
      ? names('classes', 'classSourcedId') || names('users', 'userSourcedId')
      : file === 'roles'
        ? names('users', 'userSourcedId')
        : file === 'classes' && names('courses', 'courseSourcedId');
  }
}

/** What a user can be at a school (OneRoster 1.2, RoleEnum; from memory). */
const schoolRoles = [
  'aide',
  'counselor',
  'districtAdministrator',
  'guardian',
  'parent',
  'principal',
  'proctor',
  'relative',
  'siteAdministrator',
  'student',
  'systemAdministrator',
  'teacher',
];
