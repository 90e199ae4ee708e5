import { useParams } from 'react-router';
import { pathOf } from '@vestibul/contract';
import type { AssignmentId } from '@vestibul/core';
import { sayBytes, sayMoment, sayName } from '../../parts/ui/format';
import { Empty, Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { useZone } from '../../parts/hall/useSession';
import { api } from '../../state/api';
import { StudentFrame } from './StudentFrame';

/** What everybody of the period has turned in, where the assignment shows that to who has turned in too. */
export function PeriodPieces() {
  usePageTitle('Of the whole period');
  const { assignmentId = '' } = useParams();
  const zone = useZone();
  const pieces = api.useListPeriodPiecesQuery({ params: { assignmentId: assignmentId as AssignmentId } });
  return (
    <StudentFrame place="Turn in">
      <h1 className="mb-4">Of the whole period</h1>
      <Read of={pieces} what="Reading the pieces">
        {(students) =>
          students.length === 0 ? (
            <Empty title="Nothing to see yet" />
          ) : (
            <ul className="grid list-none gap-2 p-0">
              {students.map(({ student, turnedInAt, pieces: theirs }) => (
                <li
                  key={student.id}
                  className="grid gap-1 rounded-lg border border-line bg-surface px-4 py-3"
                >
                  <p>
                    <b className="font-semibold">{sayName(student)}</b>{' '}
                    <span className="text-small text-ink-2">{sayMoment(turnedInAt, zone)}</span>
                  </p>
                  {theirs.map((piece) => (
                    <a
                      key={piece.id}
                      href={pathOf('readPiece', { pieceId: piece.id })}
                      target="_blank"
                      rel="noopener noreferrer"
                      className="font-mono text-small [overflow-wrap:anywhere] text-act"
                    >
                      {piece.name} <span className="font-sans text-ink-2">{sayBytes(piece.bytes)}</span>
                    </a>
                  ))}
                </li>
              ))}
            </ul>
          )
        }
      </Read>
    </StudentFrame>
  );
}
