import fs from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { call } from '../cli/src/testing';

/** A made-up class and its pile of names (checks/corpus), each with whose it truly is. */
const corpus = (file: string) => fs.readFileSync(new URL(`corpus/${file}`, import.meta.url), 'utf8');
const lines = <Line>(file: string) =>
  corpus(file)
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as Line);

const klass = JSON.parse(corpus('class.json')) as { folderRule: string; fileRule: string };

function check(subject: 'folder' | 'file', names: readonly string[]) {
  const rule = subject === 'folder' ? klass.folderRule : klass.fileRule;
  const { out } = call(
    ['name', 'check', '--class', 'class.json', '--rule', rule, '--for', subject, '--names', 'names.txt'],
    { 'class.json': corpus('class.json'), 'names.txt': names.join('\n') },
  );
  return out.map(
    (line) => JSON.parse(line) as { verdict: string; student: string | null; mended: string | null },
  );
}

describe('vestibul name check on the made-up class', () => {
  test('every name by the rule reads back exactly', () => {
    const ruled = lines<{ name: string; kind: string; students: string[] }>('files.truth.jsonl').filter(
      ({ kind }) => kind === 'by the rule',
    );
    expect(ruled.length).toBeGreaterThan(300);
    const read = check(
      'file',
      ruled.map(({ name }) => name),
    );
    expect(read.map(({ verdict, student }) => [verdict, student])).toEqual(
      ruled.map(({ students }) => ['follows', students[0]]),
    );
  });

  test('of the folders as students name them at least 85 % are mended to the proper name, and none to another student’s', () => {
    const folders = lines<{ name: string; students: string[]; canonical: string }>('folders.truth.jsonl');
    const read = check(
      'folder',
      folders.map(({ name }) => name),
    );
    const told = read.map(({ student }, i) => student === null || student === folders[i]!.students[0]);
    expect(folders.filter((_, i) => !told[i])).toEqual([]);
    const mended = read.filter(({ mended: name }, i) => name === folders[i]!.canonical);
    expect(mended.length / folders.length).toBeGreaterThanOrEqual(0.85);
  });

  test('no loose file name is read as somebody else’s', () => {
    const files = lines<{ name: string; students: string[] }>('files.truth.jsonl');
    const read = check(
      'file',
      files.map(({ name }) => name),
    );
    const wrong = files.filter(
      ({ students }, i) =>
        read[i]!.student !== null && (students.length !== 1 || read[i]!.student !== students[0]),
    );
    expect(wrong).toEqual([]);
  });
});
