import { useState } from 'react';
import { api, type Course, type Piece, type Submission } from '../../../state/api';
import { announce } from '../../messages/announce';
import { useKeys } from '../../ui/useKeys';
import { otherSidesOf, type OtherSide } from './otherSides';

/** Whether a piece is shown beside another, and which. */
export interface Beside {
  /** What it can be shown beside. */
  others: readonly OtherSide[];
  /** What it is shown beside; null where it is shown by itself. */
  other: OtherSide | null;
  open: () => void;
  /** Opens it beside one of them. */
  openWith: (id: OtherSide['id']) => void;
  choose: (id: OtherSide['id']) => void;
  close: () => void;
}

/** Shows a piece of a submission beside an earlier attempt or its blank: with `w`, or by a press. */
export function useBeside(
  course: Course,
  submission: Submission,
  pieces: readonly Piece[],
  piece: Piece | undefined,
): Beside {
  const { data: blanks = [], isLoading } = api.useListBlanksQuery({ params: { courseId: course.id } });
  const [isOpen, setOpen] = useState(false);
  const [chosen, choose] = useState<OtherSide['id'] | null>(null);
  const others = piece ? otherSidesOf(piece, pieces, blanks, submission.assignment.id) : [];
  const other = isOpen ? (others.find(({ id }) => id === chosen) ?? others[0] ?? null) : null;
  const open = () => {
    // Who asks before it is known whether there is a blank has it as soon as it is.
    if (others.length > 0 || isLoading) setOpen(true);
    else announce('This is the first attempt, and there is no blank to set it beside.');
  };
  const openWith = (id: OtherSide['id']) => {
    choose(id);
    setOpen(true);
  };
  useKeys({ w: other ? undefined : open });
  return { others, other, open, openWith, choose, close: () => setOpen(false) };
}
