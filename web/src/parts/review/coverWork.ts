import { splitName } from '@vestibul/core';
import type { Submission } from '../../state/api';

/**
 * Work under another name than its student's, as somebody who does not want to know whose it is sees it: of whatever tells it
 * (owner, folder, names of files, who answered) the other name is left.
 */
export function coverWork(submission: Submission, label: string): Submission {
  const { id } = submission.student;
  const nobody = { id, last: label, first: '', called: '', apart: '' };
  const cover = <Person extends { id: string }>(person: Person) => (person.id === id ? nobody : person);
  const coverName = (name: string) => {
    const { extension } = splitName(name);
    return extension === '' ? label : `${label}.${extension}`;
  };
  return {
    ...submission,
    student: nobody,
    folderName: label,
    pieces: submission.pieces.map((piece) => ({
      ...piece,
      name: coverName(piece.name),
      originalName: coverName(piece.originalName),
      owner: piece.owner && cover(piece.owner),
    })),
    comments: submission.comments.map((comment) => ({
      ...comment,
      answers: comment.answers.map((answer) => ({ ...answer, by: cover(answer.by) })),
    })),
  };
}
