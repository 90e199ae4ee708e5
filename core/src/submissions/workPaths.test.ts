import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nameKey } from '../text/nameKey';
import { workPaths } from './workPaths';

const at = (name: string, ...folders: string[]) => ({ name, folders });

describe('the paths of work in an archive', () => {
  test('are the folders and the name, and a later one of the same name is told apart', () => {
    expect(
      workPaths([
        at('02-Diaz_Ada.txt', 'Period 2', '02-Diaz_Ada'),
        at('IMG_1.jpg', 'Period 2', '02-Diaz_Ada'),
        at('img_1.JPG', 'Period 2', '02-diaz_ada'),
        at('IMG_1.jpg', 'Period 3', '03-Diaz_Ada'),
      ]),
    ).toEqual([
      'Period 2/02-Diaz_Ada/02-Diaz_Ada.txt',
      'Period 2/02-Diaz_Ada/IMG_1.jpg',
      'Period 2/02-diaz_ada/img_1_2.jpg',
      'Period 3/03-Diaz_Ada/IMG_1.jpg',
    ]);
  });

  test('lead nowhere else, whatever somebody called a file or a folder', () => {
    expect(workPaths([at('../../etc/passwd', '..'), at('C:\\boot.ini', 'AUX'), at('', ' . ')])).toEqual([
      'folder/-..-etc-passwd',
      'AUX_/C--boot.ini',
      'folder/file',
    ]);
  });

  test('are each taken once, with no level that goes up or is empty (any names)', () => {
    const name = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 300 }),
      fc.constantFrom('a.txt', 'A.TXT', 'a_2.txt', '..', '.', '/', 'nul.txt', 'é.md', 'é.md'),
    );
    fc.assert(
      fc.property(
        fc.array(fc.record({ name, folders: fc.array(name, { maxLength: 3 }) }), { maxLength: 30 }),
        (pieces) => {
          const paths = workPaths(pieces);
          expect(paths).toHaveLength(pieces.length);
          expect(new Set(paths.map(nameKey)).size).toBe(paths.length);
          for (const [index, path] of paths.entries()) {
            const levels = path.split('/');
            expect(levels).toHaveLength(pieces[index]!.folders.length + 1);
            for (const level of levels) {
              expect(level).not.toMatch(/^\.{0,2}$|[\\:*?"<>|]|[ .]$|^(con|prn|aux|nul)(\.|$)/i);
              expect(Buffer.byteLength(level)).toBeLessThanOrEqual(255);
            }
          }
        },
      ),
      { seed: 41, numRuns: 100 },
    );
  });
});
