import { describe, expect, test } from '@jest/globals';
import { run } from './run';

function call(args: string[], files: Record<string, string | Buffer> = {}) {
  const out: string[] = [];
  const err: string[] = [];
  const code = run(args, {
    read(file) {
      const found = files[file];
      if (found === undefined) throw new Error('ENOENT');
      return Buffer.from(found as string);
    },
    out: (text) => out.push(text),
    err: (text) => err.push(text),
  });
  return { code, out, err };
}

describe('vestibul roster read', () => {
  test('prints a JSON object a person, with the line it came from', () => {
    const { code, out, err } = call(['roster', 'read', 'list.csv'], {
      'list.csv': Buffer.from(
        'Surname;Given name;Mail\nMu\u00f1oz;Ana;ana@x.example\nNobody;;no address',
        'latin1',
      ),
    });
    expect([code, err]).toEqual([0, []]);
    expect(out.map((line) => JSON.parse(line) as unknown)).toEqual([
      expect.objectContaining({ line: 2, last: 'Muñoz', first: 'Ana', email: 'ana@x.example', reasons: [] }),
      expect.objectContaining({ line: 3, last: 'Nobody', reasons: ['bad-email'] }),
    ]);
  });

  test.each([
    ['a file that is not there', ['roster', 'read', 'none.csv'], 'none.csv: cannot be read'],
    ['a quote that does not end', ['roster', 'read', 'open.csv'], 'open.csv:'],
    ['no column with names', ['roster', 'read', 'bare.csv'], 'bare.csv:1: no column tells names'],
    ['another call', ['roster', 'write'], 'usage: vestibul roster read FILE'],
  ])('%s ends with 2 and one line that says the mend', (_what, args, says) => {
    const { code, out, err } = call(args, { 'open.csv': 'last,first\n"a,b', 'bare.csv': '1,2,3\n4,5,6' });
    expect([code, out, err.length]).toEqual([2, [], 1]);
    expect(err[0]).toContain(says);
  });

  test('a list with nobody on it is a no', () => {
    expect(call(['roster', 'read', 'empty.csv'], { 'empty.csv': 'last,first\n' }).code).toBe(1);
  });
});
