import { useEffect, useMemo } from 'react';
import { LONGEST_NAME_BYTES, utf8Bytes, type CheckedName, type PersonId } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { sayCount } from '../../../parts/ui/format';
import { NamePicture } from '../../../parts/naming/NamePicture';
import type { StripContent } from '../../../parts/naming/NameStrip';
import { enamel } from '../../../parts/courses/Plate';
import { Empty, Loading } from '../../../parts/messages/States';
import type { Course } from '../../../state/api';
import type { LiveCheck } from './useRuleCheck';
import { isLookedAt } from '../../../parts/courses/periods';

/** How many names show; the rest is plainer than these. */
const SHOWN = 16;

interface Row {
  name: CheckedName<PersonId>;
  note: string;
  hardness: number;
}

/** What the rule writes for those whose names make it difficult: shared, full of marks, long. */
export function HardNames({
  course,
  period,
  live,
  naming,
  onStrip,
}: {
  course: Course;
  period: string;
  live: LiveCheck | null;
  naming: AnswerOf<'readNaming'> | undefined;
  onStrip: (content: StripContent | null) => void;
}) {
  const rows = useMemo(() => (live ? hardestFirst(live, period) : []), [live, period]);
  const hardest = rows[0];
  useEffect(() => {
    onStrip(hardest ? stripOf(hardest) : null);
    return () => onStrip(null);
  }, [hardest, onStrip]);
  if (!naming) return <Loading what="Reading the roster" />;
  if (naming.students.length === 0) {
    return (
      <Empty title="No students yet">
        <p>With a roster, every name shows here as you write the rule.</p>
      </Empty>
    );
  }
  return (
    <>
      <ul className="grid list-none p-0">
        {rows.slice(0, SHOWN).map((row) => (
          <li key={row.name.student} className="flex items-center gap-3 border-b border-line py-1">
            <span
              className="h-6 w-2 shrink-0 rounded-sm"
              style={{
                backgroundColor: enamel(
                  course.periods.find((known) => known.number === row.name.period)?.enamel ?? 0,
                ),
              }}
            />
            <button
              type="button"
              className="min-w-0 flex-1 rounded text-left text-ink"
              onClick={() => onStrip(stripOf(row))}
            >
              <NamePicture segments={row.name.segments} small />
            </button>
            <span className="shrink-0 text-small text-ink-2">{row.note}</span>
          </li>
        ))}
      </ul>
      {rows.length > SHOWN ? (
        <p className="text-small text-ink-2">
          and {sayCount(rows.length - SHOWN, 'plainer name')} like these
        </p>
      ) : null}
    </>
  );
}

function stripOf({ name, note }: Row): StripContent {
  return {
    segments: name.segments,
    verdict: 'Legal on every computer',
    note: `${note}; ${utf8Bytes(name.name)} of ${LONGEST_NAME_BYTES} bytes`,
  };
}

function hardestFirst({ check }: LiveCheck, period: string): Row[] {
  const troubled = new Map<PersonId, string>();
  for (const { code, students } of check.problems)
    for (const student of students)
      if (!troubled.has(student))
        troubled.set(student, code === 'collision' ? 'same name twice' : code.replaceAll('-', ' '));
  return check.names
    .filter((name) => isLookedAt(period, name.period))
    .map((name): Row => {
      const trouble = troubled.get(name.student);
      const marks = (name.name.normalize('NFD').match(/\p{M}/gu) ?? []).length;
      const letters = [...name.name].length;
      const note =
        trouble ??
        (marks > 0 ? 'marks kept' : /['’]/.test(name.name) ? 'apostrophe kept' : `${letters} letters`);
      return { name, note, hardness: (trouble ? 1000 : 0) + marks * 5 + letters };
    })
    .sort((a, b) => b.hardness - a.hardness);
}
