import { useDroppable } from '@dnd-kit/core';
import { sayListName } from '../../parts/ui/format';
import type { Course, RackStudent } from '../../state/api';
import { periodsIn } from '../../parts/courses/periods';

interface SlotsProps {
  course: Course;
  period: string;
  students: readonly RackStudent[];
}

/** Everybody's slot, to be dropped on, while a piece is dragged. */
export function SlotsToDropOn({ course, period, students }: SlotsProps) {
  const shown = periodsIn(course, period);
  return (
    <div className="grid min-h-0 content-start gap-2 overflow-y-auto">
      {shown.map(({ id, label }) => (
        <section key={id} aria-label={label}>
          <h2 className="mb-1 text-small font-semibold text-ink-2">{label}</h2>
          <div className="grid grid-cols-[repeat(auto-fill,minmax(130px,1fr))] gap-1">
            {students
              .filter(({ periodId, leftAt }) => periodId === id && leftAt === null)
              .map((student) => (
                <DropSlot key={student.id} student={student} />
              ))}
          </div>
        </section>
      ))}
    </div>
  );
}

function DropSlot({ student }: { student: RackStudent }) {
  const { setNodeRef, isOver } = useDroppable({ id: `slot ${student.id}`, data: { student: student.id } });
  return (
    <div
      ref={setNodeRef}
      className={`truncate rounded border px-2 py-1.5 text-small ${
        isOver ? 'border-brass-mark bg-brass-soft font-semibold' : 'border-line bg-surface'
      }`}
    >
      {sayListName(student)}
    </div>
  );
}
