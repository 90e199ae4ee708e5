import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { makeIdentifier, weighBeside } from '@vestibul/core';
import { madeStudent, makePile } from '@vestibul/core/testing/pile';
import { sniffType } from '../intake/sniff';
import type { Inside } from './Inside';
import { evidenceOfInside, readInside } from './readInside';

/* Files that writers which are not ours made (bench/insides/make.mjs says which), and what stands in each. */
const files = path.resolve('server/src/extraction/testing/files');
type Facts = Partial<Record<'text' | 'header' | 'fields' | 'authors' | 'changedBy', string[]>> & {
  title?: string;
  /** Whose it is, where its text says so; null where it is plainly nobody's. */
  owner?: string | null;
};
const expected = JSON.parse(fs.readFileSync(path.join(files, 'expected.json'), 'utf8')) as Record<
  string,
  Facts
>;

async function insideOf(name: string): Promise<Inside> {
  const file = path.join(files, name);
  const { mime, extension } = await sniffType(file, name);
  return readInside(file, mime, extension);
}

const identifier = makeIdentifier<string, string>({
  students: [
    madeStudent('Abara', 'Chidi'),
    madeStudent('Đặng', 'Mai'),
    ...makePile(4, 100).course.students.map((one, i) => ({ ...one, id: `other${i}` })),
  ],
  assignments: [{ id: 'gauge', titles: ['Stream Gauge Log'] }],
  courseTexts: [],
});

describe.each(Object.entries(expected))('%s', (name, { owner, title, authors, changedBy, ...texts }) => {
  test('what stands in it is read where it stands', async () => {
    const read = await insideOf(name);
    if (title !== undefined) expect(read.title).toBe(title);
    if (authors) expect(read.authors).toEqual(expect.arrayContaining(authors));
    if (changedBy) expect(read.changedBy).toEqual(changedBy);
    for (const [part, wanted] of Object.entries(texts))
      for (const one of wanted)
        expect(read[part as keyof typeof texts].replace(/\s+/gu, ' ')).toContain(one.replace(/\s+/gu, ' '));
  });

  test('its owner is told from its account, or it is asked about', async () => {
    const read = await insideOf(name);
    const answer = identifier.identify('scan 0031', weighBeside(identifier, evidenceOfInside(read)));
    const isOthers = [...read.authors, ...read.changedBy].some((one) => one === 'Mai Đặng');
    if (owner === null) return expect(answer.decision).not.toBe('file');
    if (owner === undefined) return expect(['file', 'ask']).toContain(answer.decision);
    // The owner's place says one, the account another: that is asked, with both.
    expect(answer.decision).toBe(isOthers ? 'ask' : 'file');
    const wanted = isOthers ? [owner, 'Mai Đặng'] : [owner];
    expect(answer.candidates.slice(0, 3).map(({ student: id }) => id)).toEqual(
      expect.arrayContaining(wanted),
    );
  });
});
