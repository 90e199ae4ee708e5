import fs from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { makeIdentifier, weighBeside } from '@vestibul/core';
import { madeStudent } from '@vestibul/core/testing/pile';
import { sniffType } from '../intake/sniff';
import { evidenceOfInside, readInside } from './readInside';

/* Files that were made to take long, or to be read as more than there is. Each is read to its end, or given up, within bounds. */
let folder: string;
beforeAll(async () => {
  folder = await fs.mkdtemp(path.join(os.tmpdir(), 'hostile-'));
});
afterAll(() => fs.rm(folder, { recursive: true }));

const identifier = makeIdentifier<string, string>({
  students: [madeStudent('Abara', 'Chidi')],
  assignments: [],
  courseTexts: [],
});
const HUGE = 200_000;

test.each<[string, string]>([
  ['authors.gpx', `<gpx>${'<author>'.repeat(900)}${'x<b/>'.repeat(HUGE / 5)}`],
  ['deep.svg', `<svg>${'<g>'.repeat(HUGE / 3)}<text>Chidi Abara`],
  ['open.html', '<'.repeat(HUGE)],
  ['tables.html', `<table>${'<tr><td>Name<td>Chidi Abara'.repeat(HUGE / 30)}`],
  ['groups.rtf', `{\\rtf1 ${'{'.repeat(HUGE)}`],
  ['controls.rtf', `{\\rtf1 ${"\\u-1?\\'zz\\a".repeat(HUGE / 12)}`],
  [
    'parts.eml',
    `Content-Type: multipart/mixed; boundary=a\n\n${'--a\nContent-Type: multipart/mixed; boundary=a\n\n'.repeat(3000)}`,
  ],
  ['header.eml', `From: ${'"'.repeat(HUGE)}\n\nx`],
  ['labels.txt', `Name: ${'Name: '.repeat(HUGE / 6)}`],
  ['dashes.txt', `Name ${'- '.repeat(HUGE / 2)}`],
  ['group.txt', `Group members: ${'Chidi Abara, '.repeat(HUGE / 13)}`],
  ['tabs.txt', '\t'.repeat(HUGE)],
  ['names.txt', 'Name\n'.repeat(HUGE / 5)],
])('%s', async (name, text) => {
  const file = path.join(folder, name);
  await fs.writeFile(file, text);
  const { mime, extension } = await sniffType(file, name);
  const read = await readInside(file, mime, extension);
  const evidence = evidenceOfInside(read);
  expect(read.text.length).toBeLessThanOrEqual(20_000);
  expect(evidence.length).toBeLessThan(100);
  // It comes to an answer; which one is no matter here.
  expect(['file', 'ask', 'none']).toContain(
    identifier.identify('x', weighBeside(identifier, evidence)).decision,
  );
});
