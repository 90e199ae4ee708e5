import { packageColumns, type PackageFile } from '../columns';

type Rows = Record<string, string>[];
export type MadeRows = Record<Exclude<PackageFile, 'roles'>, Rows> & { roles?: Rows };

/** The texts of a package, for tests: each file with the standard's columns in their order, what is not said left empty; bulk unless a mode is said. */
export function madePackage(
  rows: MadeRows,
  modes: Partial<Record<PackageFile, string>> = {},
): Map<string, string> {
  const files = Object.keys(packageColumns) as PackageFile[];
  const manifest = [
    'propertyName,value',
    'manifest.version,1.0',
    'oneroster.version,1.2',
    ...files.map((file) => `file.${file},${modes[file] ?? 'bulk'}`),
    'file.demographics,absent',
    'source.systemName,Made by hand',
  ];
  const cell = (value: string) => (/[",\r\n]/.test(value) ? `"${value.replaceAll('"', '""')}"` : value);
  return new Map([
    ['manifest.csv', `${manifest.join('\r\n')}\r\n`],
    ...files.map((file): [string, string] => {
      const columns: readonly string[] = packageColumns[file];
      const lines = (rows[file] ?? []).map((row) =>
        columns.map((column) => cell(row[column] ?? '')).join(','),
      );
      return [`${file}.csv`, `${[columns.join(','), ...lines].join('\r\n')}\r\n`];
    }),
  ]);
}
