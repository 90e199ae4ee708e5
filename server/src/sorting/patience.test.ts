import fs from 'node:fs';
import path from 'node:path';
import { deflateSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { madeZip } from '../testing/madeZip';
import { TestSchool, bytesOf, until } from '../testing/TestSchool';
import { bounds } from '../platform/runJob';
import { resumeWithoutRoom } from './advance';
import { readXml } from '../extraction/readXml';

let school: TestSchool;
const before = { ...bounds.readPieces };
beforeAll(async () => {
  school = await TestSchool.open();
});
afterAll(async () => {
  Object.assign(bounds.readPieces, before);
  await school.close();
});

/** A PDF of some kB whose one page draws a text millions of times (PDF 32000-1, 7.4.4 and 9.4). */
function bombPdf(): Buffer {
  const content = deflateSync(Buffer.from(`BT /F 9 Tf ${'(x) Tj '.repeat(40_000_000)} ET`), { level: 1 });
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 300 300] /Contents 4 0 R /Resources << /Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >> >> >>',
  ];
  const parts = [Buffer.from('%PDF-1.4\n')];
  objects.forEach((object, i) => parts.push(Buffer.from(`${i + 1} 0 obj\n${object}\nendobj\n`)));
  parts.push(
    Buffer.from(`4 0 obj\n<< /Length ${content.length} /Filter /FlateDecode >>\nstream\n`),
    content,
    Buffer.from('\nendstream\nendobj\ntrailer << /Root 1 0 R >>\n%%EOF\n'),
  );
  return Buffer.concat(parts);
}

test('a document that ends the thread that reads it goes to the table unread, and the rest of its pile is placed', async () => {
  bounds.readPieces.quietMs = 10_000;
  bounds.readPieces.mostGrowth = 200 * 1024 ** 2;
  const teacher = school.as('teacher');
  const pile = await teacher.bringPile(school.course, {
    'Chidi Abara Stream gauge log.pdf': new Uint8Array(bombPdf()),
    'Thi Mai Dang Stream gauge log.txt': bytesOf('five readings'),
  });
  expect([pile.counts.placed, pile.counts['to sort']]).toEqual([1, 1]);
  const [unread] = await teacher.piecesIn(pile.id, 'to sort');
  expect(unread).toMatchObject({ path: 'Chidi Abara Stream gauge log.pdf', reason: 'unreadable' });
  // Its name says whose it is all the same: the likeliest is offered.
  const table = await teacher.must('readTable', { params: { courseId: school.course } });
  expect(table.pieces[0]!.candidates[0]!.student).toBe(school.ids.chidi);
  await teacher.must('sortPieces', {
    params: { courseId: school.course },
    body: {
      kind: 'place',
      pieces: [unread!.id],
      students: [school.ids.chidi!],
      assignment: school.assignment,
    },
  });
});

test('a pile for which there is no room stands still with its reason, and goes on when there is some', async () => {
  const MB = 1024 ** 2;
  await school.restartWithRoom(100 * MB);
  const ballast = path.join(school.folder, 'ballast');
  fs.writeFileSync(ballast, '');
  fs.truncateSync(ballast, 70 * MB);
  const teacher = school.as('teacher');
  const zip = madeZip([{ name: 'Ali Demir soil.bin', bytes: Buffer.alloc(50 * MB) }]);
  const { id: pileId } = await teacher.must('makePile', {
    params: { courseId: school.course },
    body: { name: 'A pile' },
  });
  await teacher.sendWithPile(pileId, 'all.zip', new Uint8Array(zip));
  await teacher.must('endSending', { params: { pileId } });
  const state = async () =>
    (await teacher.must('readPile', { params: { pileId }, query: { state: 'placed' } })).state;
  await until(async () => (await state()) === 'no room');
  expect(fs.readdirSync(path.join(school.folder, 'vault', 'new'))).toEqual([]);
  // Nothing else is kept from going on, and it tries again only when there is room.
  await resumeWithoutRoom(school.running.school);
  expect(await state()).toBe('no room');
  fs.rmSync(ballast);
  await resumeWithoutRoom(school.running.school);
  const pile = await teacher.pileDone(pileId);
  expect([pile.state, pile.counts['to sort'], pile.counts.refused]).toEqual(['done', 1, 0]);
});

describe('reading XML', () => {
  test.each([
    ['signs that begin nothing', '<'.repeat(4_000_000)],
    ['elements that never end', '<w:tab '.repeat(600_000)],
    ['elements that end and never began', `${'<a>'.repeat(600)}${'</b>'.repeat(900_000)}`],
    ['elements ever deeper', '<a>'.repeat(1_300_000)],
    ['attributes that never end', `<a ${'b="'.repeat(1_300_000)}`],
    ['references that are none', '&#'.repeat(2_000_000)],
  ])('comes to its end with %s', (_what, xml) => {
    let characters = 0;
    readXml(xml, {
      text: (text) => {
        characters += text.length;
      },
    });
    expect(characters).toBeLessThanOrEqual(xml.length);
  });

  test('reads references, and leaves what the document declares itself', () => {
    let text = '';
    readXml('<!DOCTYPE a [<!ENTITY b "bomb">]><a>x &amp; &#x5D0;&#228; &b;<i>y</i></a>', {
      text: (more) => {
        text += more;
      },
    });
    expect(text).toBe('x & אä &b;y');
  });
});
