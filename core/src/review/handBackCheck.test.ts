import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeHandBackCheck, type GoesBack } from './handBackCheck';

const person = (id: string, last: string, first: string, called = '') => ({ id, last, first, called });
const people = [
  person('ngozi', 'Nwosu', 'Ngozi Ebere', 'Ebere'),
  person('kai', 'Thorsen', 'Kai'),
  person('thu', 'Đặng Lê', 'Thu'),
  person('will', 'Reed', 'Will'),
  person('ngozi2', 'Abara', 'Ngozi'),
];
const check = makeHandBackCheck(people);
const work = (over: Partial<GoesBack<string>>): GoesBack<string> => ({
  student: 'kai',
  comments: ['Clear readings.'],
  fileNames: ['map.jpg'],
  score: 'given',
  ...over,
});
const kinds = (over: Partial<GoesBack<string>>) =>
  check(work(over)).map(({ kind, who }) => (who ? `${kind}: ${who}` : kind));

describe('what is given', () => {
  test.each<[Partial<GoesBack<string>>, string[]]>([
    [{}, []],
    [{ comments: [] }, []],
    [{ score: 'not wanted' }, []],
    [{ score: 'missing' }, ['no score']],
    [{ comments: [], score: 'missing' }, ['nothing given']],
    [{ comments: [], score: 'not wanted' }, ['nothing given']],
  ])('%j: %j', (over, doubts) => expect(kinds(over)).toEqual(doubts));
});

describe('a comment', () => {
  test.each([
    ['Good evidence, Thu.', ['names another: thu']],
    ['Thu, say the unit.', ['names another: thu']],
    ['Say the unit. Ebere, this is yours?', ['names another: ngozi']],
    // Marks and capitals of a name make no difference, small letters do: then it is a word.
    ['Good evidence, THU!', ['names another: thu']],
    ['Good evidence, thu.', []],
    // Of the student's own name nothing is doubted, whoever else is named beside it.
    ['Good evidence, Kai.', []],
    ['Kai, compare yours with the table of Thu.', []],
    // Which are everyday words, or only begin a sentence.
    ['Here, Will, you have it.', []],
    ['Thu wrote this?', []],
    ['', []],
  ])('%j: %j', (text, doubts) => expect(kinds({ comments: [text] })).toEqual(doubts));

  test('a namesake is called as they are called', () => {
    expect(kinds({ student: 'ngozi2', comments: ['Good, Ngozi.'] })).toEqual([]);
    expect(kinds({ student: 'ngozi', comments: ['Good, Ngozi.'] })).toEqual([]);
  });
});

describe('a file', () => {
  test.each([
    ['04-Thorsen_Kai_map.jpg', []],
    ['04-Dang Le_Thu_map.jpg', ['file of another: thu']],
    ['Nwosu Ebere log.docx', ['file of another: ngozi']],
    ['Nwosu log.docx', []],
    ['thu and kai.pdf', []],
    ['IMG_2041.jpg', []],
  ])('%j: %j', (name, doubts) => expect(kinds({ fileNames: ['map.jpg', name] })).toEqual(doubts));
});

test('whatever is said of somebody by their own name is not doubted, and nobody is somebody else to themselves', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...people),
      fc.string({ maxLength: 60 }),
      fc.string({ maxLength: 60 }),
      (one, before, after) => {
        const own = check(
          work({ student: one.id, comments: [`${before} ${one.first.split(' ')[0]} ${after}`] }),
        );
        expect(own).toEqual([]);
        const any = check(work({ student: one.id, comments: [before], fileNames: [after] }));
        expect(any.map(({ who }) => who)).not.toContain(one.id);
      },
    ),
  );
});
