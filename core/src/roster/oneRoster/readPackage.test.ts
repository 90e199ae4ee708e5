import { describe, expect, test } from '@jest/globals';
import { packageColumns, type PackageFile } from './columns';
import { readPackage } from './readPackage';
import { edit, readSmallSchool as read, smallSchool } from './testing/smallSchool';

const codes = (result: ReturnType<typeof read>) =>
  result.faults.map(({ file, code, line }) => [file, code, line]);

describe('readPackage', () => {
  test('reads a package written from the standard’s field lists', () => {
    const result = read();
    expect(result).toMatchObject({ ok: true, faults: [] });
    if (result.ok)
      expect(result.lists.users.map(({ familyName }) => familyName)).toEqual([
        'Tamsin',
        'Abara',
        'Đặng',
        'Enrolled',
      ]);
  });

  test('columns of one’s own may follow the standard’s', () => {
    const texts = smallSchool();
    const [header, ...lines] = texts.get('orgs.csv')!.trim().split('\r\n');
    texts.set('orgs.csv', [`${header},metadata.town`, ...lines.map((line) => `${line},Lark`)].join('\r\n'));
    expect(readPackage(texts)).toMatchObject({ ok: true });
  });

  test.each<[string, (texts: Map<string, string>) => void, unknown[]]>([
    ['without a manifest', (texts) => void texts.delete('manifest.csv'), ['manifest.csv', 'no-manifest', 0]],
    [
      'of another version',
      edit('manifest.csv', 'oneroster.version,1.2', 'oneroster.version,1.1'),
      ['manifest.csv', 'other-version', 0],
    ],
    [
      'with only changes',
      edit('manifest.csv', 'file.users,bulk', 'file.users,delta'),
      ['users.csv', 'nothing-before', 0],
    ],
    [
      'with a list that is absent',
      edit('manifest.csv', 'file.classes,bulk', 'file.classes,absent'),
      ['classes.csv', 'not-bulk', 0],
    ],
    [
      'that lacks a file it names',
      (texts) => void texts.delete('users.csv'),
      ['users.csv', 'file-missing', 0],
    ],
    [
      'with its columns in another order',
      edit('users.csv', 'givenName,familyName', 'familyName,givenName'),
      ['users.csv', 'wrong-columns', 1],
    ],
    [
      'with a column that is nobody’s',
      edit('orgs.csv', 'parentSourcedId', 'parentSourcedId,shoeSize'),
      ['orgs.csv', 'wrong-columns', 1],
    ],
    [
      'with a quote that does not end',
      edit('courses.csv', 'Botany', '"Botany'),
      ['courses.csv', 'unreadable', 3],
    ],
  ])('refuses one %s as a whole, naming the file', (_name, change, fault) => {
    const result = read(change);
    expect(result.ok).toBe(false);
    expect(codes(result)).toEqual([fault]);
  });

  test.each<[string, (texts: Map<string, string>) => void, unknown[]]>([
    [
      'an id that is not there',
      edit('enrollments.csv', ',k2,o1,u3', ',k9,o1,u3'),
      [['enrollments.csv', 'unknown-id', 5]],
    ],
    [
      'a user that is not there',
      edit('users.csv', /^u3,.*\r\n/m, ''),
      [
        ['enrollments.csv', 'unknown-id', 5],
        ['enrollments.csv', 'unknown-id', 6],
      ],
    ],
    [
      'an id that stands twice',
      edit('users.csv', /^u3,/m, 'u2,'),
      [
        ['users.csv', 'id-twice', 4],
        ['enrollments.csv', 'unknown-id', 5],
        ['enrollments.csv', 'unknown-id', 6],
      ],
    ],
    ['no id', edit('orgs.csv', /^o1,/m, ','), [['orgs.csv', 'no-id', 2]]],
    [
      'a role that is none',
      edit('enrollments.csv', 'u2,student', 'u2,pupil'),
      [['enrollments.csv', 'bad-value', 4]],
    ],
    [
      'an address that is none',
      edit('users.csv', 'cabara@x.example', 'cabara'),
      [
        ['users.csv', 'bad-email', 3],
        ['enrollments.csv', 'unknown-id', 4],
      ],
    ],
    [
      'a day that is none',
      edit('academicSessions.csv', '2026-12-18', '2026-13-18'),
      [
        ['academicSessions.csv', 'bad-date', 3],
        ['classes.csv', 'unknown-id', 2],
        ['classes.csv', 'unknown-id', 3],
        ['enrollments.csv', 'unknown-id', 2],
        ['enrollments.csv', 'unknown-id', 3],
        ['enrollments.csv', 'unknown-id', 4],
        ['enrollments.csv', 'unknown-id', 5],
      ],
    ],
    [
      'a day that its month does not have',
      edit('academicSessions.csv', '2026-12-18', '2027-02-30'),
      [
        ['academicSessions.csv', 'bad-date', 3],
        ['classes.csv', 'unknown-id', 2],
        ['classes.csv', 'unknown-id', 3],
        ['enrollments.csv', 'unknown-id', 2],
        ['enrollments.csv', 'unknown-id', 3],
        ['enrollments.csv', 'unknown-id', 4],
        ['enrollments.csv', 'unknown-id', 5],
      ],
    ],
  ])('leaves out and tells each row with %s, and goes on with the rest', (_name, change, faults) => {
    const result = read(change);
    expect(result.ok).toBe(true);
    expect(codes(result)).toEqual(faults);
  });

  test('every file begins with its id, as the table of rows says', () => {
    for (const file of Object.keys(packageColumns) as PackageFile[])
      expect(packageColumns[file][0]).toBe('sourcedId');
  });
});
