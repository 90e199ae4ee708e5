import { describe, expect, test } from '@jest/globals';
import { call, klass } from './testing';

const withRules = {
  ...klass,
  fileRule: '{period|pad 2}-{last}_{first}_{assignment}',
  folderRule: '{period|pad 2}-{last}_{first}',
};

interface Answer {
  name: string;
  decision: string;
  students: string[];
  period: string | null;
  assignment: string | null;
  candidates: { student: string; confidence: number }[];
  proposedName: string | null;
  reasons: string[];
}

function identify(names: string[], ...more: string[]) {
  const files = { 'class.json': JSON.stringify(withRules), 'names.txt': names.join('\n') };
  const { code, out, err } = call(
    ['identify', '--class', 'class.json', '--names', 'names.txt', ...more],
    files,
  );
  return { code, err, answers: out.map((line) => JSON.parse(line) as Answer) };
}

describe('vestibul identify', () => {
  test('prints an object a name, in order, with the keys of formats.md', () => {
    const { code, answers } = identify([
      'tuong ngo hill profile.DOCX',
      'IMG_4821.JPG',
      'ana lee stream gauge log.pdf',
    ]);
    expect(code).toBe(0);
    expect(answers.map(({ name }) => name)).toEqual([
      'tuong ngo hill profile.DOCX',
      'IMG_4821.JPG',
      'ana lee stream gauge log.pdf',
    ]);
    expect(Object.keys(answers[0]!)).toEqual([
      'name',
      'decision',
      'students',
      'period',
      'assignment',
      'candidates',
      'assignmentCandidates',
      'reasons',
      'proposedName',
    ]);
    expect(answers[0]).toMatchObject({
      decision: 'file',
      students: ['s002'],
      period: 'p10',
      assignment: 'a02',
      proposedName: '10-Ngô_Tường_Hill Profile.docx',
    });
    expect(answers[1]).toMatchObject({ decision: 'none', students: [], candidates: [], proposedName: null });
    expect(answers[2]).toMatchObject({ decision: 'ask', students: [], assignment: 'a01' });
    expect(answers[2]!.candidates.map(({ student }) => student).sort()).toEqual(['s003', 's004']);
  });

  test('standing folders are solved as a whole: the name that two have is the one’s who is left', () => {
    const { answers } = identify(['02-Lee_Ana', 'Ana Lee', 'abara'], '--one-to-one');
    expect(answers.map(({ students, proposedName }) => [students, proposedName])).toEqual([
      [['s003'], '02-Lee_Ana'],
      [['s004'], '10-Lee_Ana'],
      [['s001'], '02-Abara_Chidi'],
    ]);
  });

  test.each([
    ['no names', ['identify', '--class', 'class.json'], 'usage: vestibul identify --class FILE --names FILE'],
    ['no class', ['identify', '--class', 'no.json', '--names', 'no.txt'], 'no.json: cannot be read'],
    ['another option', ['identify', '--class', 'a', '--names', 'b', '--guess'], 'usage: vestibul identify'],
  ])('%s ends with 2 and one line', (_what, args, says) => {
    const { code, out, err } = call(args, {});
    expect([code, out, err.length]).toEqual([2, [], 1]);
    expect(err[0]).toContain(says);
  });
});
