import { expect, test } from '@jest/globals';
import type { Submission } from '../../state/api';
import { coverWork } from './coverWork';

const student = { id: 'p1', last: 'Kovačević', first: 'Lovro', called: 'Lolo', apart: 'lkovacevic' };
const teacher = { id: 'p2', last: 'Tamsin', first: 'Imogen', called: '', apart: '' };
const submission = {
  id: 's1',
  student,
  folderName: '04-Kovačević_Lovro',
  attempts: [{ attempt: 1, counts: true }],
  pieces: [
    {
      id: 'q1',
      name: '04-Kovačević_Lovro_Log.docx',
      originalName: 'lovros log.docx',
      owner: student,
      form: 'text',
    },
    { id: 'q2', name: 'Lovro', originalName: 'Lovro', owner: null, form: 'link' },
  ],
  comments: [{ id: 'k1', by: teacher, text: 'Which?', answers: [{ id: 'k2', by: student, text: 'This.' }] }],
} as unknown as Submission;

test('no name of the student is left in anything that the desk shows, and all else stays', () => {
  const covered = coverWork(submission, 'Work 7');
  expect(JSON.stringify(covered)).not.toMatch(/Kova|Lovro|lovro|Lolo/);
  expect(covered.pieces.map(({ id, name, originalName }) => [id, name, originalName])).toEqual([
    ['q1', 'Work 7.docx', 'Work 7.docx'],
    ['q2', 'Work 7', 'Work 7'],
  ]);
  expect(covered.student.id).toBe('p1');
  expect(covered.comments[0]!.by).toEqual(teacher);
  expect(covered.attempts).toBe(submission.attempts);
});
