import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeIdentifier } from './identify';
import { divideUnspaced } from './unspaced';

const people = new Set(['李娜', '李明', '王小明', '小明', '佐藤健', '김민준']);
const others = new Set(['周记', '作业', '第一稿', '的', '和', '과제']);
const divide = (run: string) =>
  divideUnspaced(run, { isPerson: (text) => people.has(text), isOther: (text) => others.has(text) });

describe('a run of letters in a script without spaces', () => {
  test.each([
    ['李娜周记', ['李娜', '周记']],
    ['作业李娜第一稿', ['作业', '李娜', '第一稿']],
    ['李娜的周记', ['李娜', '的', '周记']],
    ['王小明周记', ['王小明', '周记']],
    ['김민준과제', ['김민준', '과제']],
    ['李明和李娜', ['李明', '和', '李娜']],
    ['李娜开学第一天', ['李娜', '开学第一天']],
    ['李娜weather', ['李娜', 'weather']],
    ['diary李娜draft', ['diary', '李娜', 'draft']],
  ])('%s', (run, pieces) => {
    expect(divide(run)).toEqual(pieces);
  });

  test.each(['李明亮周记', '张李娜', '开学第一天', '亮', ''])('%s is not cut', (run) => {
    expect(divide(run)).toBeNull();
  });

  test('loses no sign, whatever stands in it', () => {
    const word = fc.constantFrom(...people, ...others, '亮', '开学', 'x', 'ก็', '\u{20000}');
    fc.assert(
      fc.property(fc.array(word, { maxLength: 12 }), (words) => {
        const run = words.join('');
        expect((divide(run) ?? [run]).join('')).toBe(run);
      }),
    );
  });

  test('finds each name that stands between words that are known', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('周记', '作业', '第一稿'), { maxLength: 4 }),
        fc.constantFrom('李娜', '李明', '佐藤健'),
        fc.array(fc.constantFrom('周记', '作业', '第一稿'), { minLength: 1, maxLength: 4 }),
        (before, name, after) => {
          expect(divide([...before, name, ...after].join(''))).toEqual([...before, name, ...after]);
        },
      ),
    );
  });
});

describe('whose it is', () => {
  const student = (id: string, last: string, first: string, period: number) => ({
    id,
    values: { last, first, period },
  });
  const identifier = makeIdentifier({
    students: [
      student('na', '李', '娜', 1),
      student('ming', '李', '明', 2),
      student('ken', '佐藤', '健', 2),
      student('minjun', '김', '민준', 2),
      student('somchai', 'ศรีสุข', 'สมชาย', 3),
    ],
    assignments: [
      { id: 'weekly', titles: ['周记'] },
      { id: 'book', titles: ['독서 감상문'] },
      { id: 'weather', titles: ['Weather Diary'] },
    ],
    courseTexts: [],
  });

  test.each([
    ['李娜周记', ['na'], 'weekly'],
    ['李娜的周记 第一稿', ['na'], 'weekly'],
    ['第2节李明作业', ['ming'], null],
    ['佐藤健レポート', ['ken'], null],
    ['김민준독서감상문', ['minjun'], 'book'],
    ['김민준의 독서감상문', ['minjun'], 'book'],
    ['สมชายศรีสุขรายงาน', ['somchai'], null],
    ['WeatherDiary李娜', ['na'], 'weather'],
    ['李明和李娜周记', ['na', 'ming'], 'weekly'],
  ])('%s', (stem, students, assignment) => {
    expect(identifier.identify(stem)).toMatchObject({ decision: 'file', students, assignment });
  });

  test('a longer name than theirs is not taken for theirs', () => {
    expect(identifier.identify('李明亮周记').decision).toBe('none');
    expect(identifier.identify('佐藤健太郎周记')).toMatchObject({
      decision: 'ask',
      candidates: [{ student: 'ken' }],
    });
  });
});
