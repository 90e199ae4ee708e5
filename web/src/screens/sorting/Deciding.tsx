import { useMemo, useRef, useState } from 'react';
import { MOST_TOGETHER } from '@vestibul/contract';
import { groupBy, plainWords, writeName, type AssignmentId, type PersonId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount, sayListName, sayNumber } from '../../parts/ui/format';
import { mayRun } from '../../parts/hall/places';
import { namedPiece } from '../../parts/naming/stripFor';
import { useKeys } from '../../parts/ui/useKeys';
import { useZone } from '../../parts/hall/useSession';
import type { Course, RackStudent } from '../../state/api';
import { Candidate, Speaks, sayWhere } from './Candidate';
import { ChooseWork } from './ChooseWork';
import { MOST_KEYS, type Choice, type OnTable } from './useChoice';

interface DecidingProps {
  course: Course;
  students: readonly RackStudent[];
  choice: Choice;
  piece: OnTable;
  isBusy: boolean;
  shown: 'to sort' | 'later';
  onPlace: () => void;
  onSetAside: (as: 'not ours' | 'later' | 'to sort') => void;
}

const plainListName = (student: RackStudent) => plainWords(sayListName({ ...student, apart: '' }));

/** Whose it is and what it is for: the likeliest first, then anybody by name; and what it will be called. */
export function Deciding({
  course,
  students,
  choice,
  piece,
  isBusy,
  shown,
  onPlace,
  onSetAside,
}: DecidingProps) {
  const { who, work, isJoint, marked } = choice;
  const byId = useMemo(() => new Map(students.map((student) => [student.id, student])), [students]);
  const byName = useMemo(() => groupBy(students, plainListName), [students]);
  const hasNamesakes = (id: PersonId) => {
    const student = byId.get(id);
    return student !== undefined && byName.get(plainListName(student))!.length > 1;
  };
  const runs = mayRun(course);
  const candidates = piece.candidates.slice(0, MOST_KEYS);
  const speaksFor = (id: PersonId | null) => piece.sides.find(({ student }) => student === id)?.says ?? [];
  const others = who.filter((id) => !candidates.some(({ student }) => student === id));
  return (
    <section aria-label="Whose it is" className="flex min-h-0 flex-col gap-2.5 overflow-y-auto p-1">
      <h2 className="text-[15px] font-semibold text-ink-2">
        {isJoint ? 'Whose is it, together?' : 'Whose is it?'}
      </h2>
      {candidates.length > 0 || others.length > 0 ? (
        <ul aria-label="Likeliest" className="grid list-none gap-1.5 p-0">
          {candidates.map(({ student, confidence }, i) => (
            <Candidate
              key={student}
              course={course}
              hasNamesakes={hasNamesakes(student)}
              speaks={speaksFor(student)}
              student={byId.get(student)}
              id={student}
              digit={i + 1}
              confidence={confidence}
              isChosen={who.includes(student)}
              onChoose={() => choice.chooseWho(student)}
              {...(who.includes(student) && !isJoint ? { onEnter: onPlace } : {})}
            />
          ))}
          {others.map((id) => (
            <Candidate
              key={id}
              course={course}
              hasNamesakes={hasNamesakes(id)}
              speaks={[]}
              student={byId.get(id)}
              id={id}
              digit={null}
              confidence={null}
              isChosen
              onChoose={() => choice.chooseWho(id)}
            />
          ))}
          {speaksFor(null).length > 0 ? (
            <li className="rounded-lg border border-dashed border-edge px-2.5 py-1.5 text-ink">
              <b className="font-semibold">A person who is not on the roster</b>
              <Speaks says={speaksFor(null)} />
            </li>
          ) : null}
        </ul>
      ) : (
        <p>No name from the roster in it.</p>
      )}
      {piece.reasons.length > 0 ? (
        <ul aria-label="Why" className="grid list-none gap-0.5 p-0 text-small text-ink-2">
          {piece.reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      ) : null}
      {runs ? <FindStudent course={course} students={students} onChoose={choice.chooseWho} /> : null}
      {piece.sameAs ? (
        <p className="text-small font-semibold text-brick">
          The same file came before, as <code className="[overflow-wrap:anywhere]">{piece.sameAs}</code>.
        </p>
      ) : null}
      <ChooseWork
        course={course}
        piece={piece}
        work={work}
        canChoose={runs}
        onChoose={(id) => choice.chooseWork(id)}
      />
      {runs ? (
        <>
          <div className="flex flex-wrap gap-1.5">
            <Small keyName="b" isOn={isJoint} onPress={() => choice.setJoint(!isJoint)}>
              joint work
            </Small>
            <Small keyName="x" onPress={() => onSetAside('not ours')}>
              not ours
            </Small>
            <Small keyName="l" onPress={() => onSetAside(shown === 'later' ? 'to sort' : 'later')}>
              {shown === 'later' ? 'to sort' : 'later'}
            </Small>
            {piece.alike > 1 ? (
              <Small keyName="s" onPress={() => void choice.markAlike()}>
                {piece.alike > MOST_TOGETHER
                  ? `${MOST_TOGETHER} of ${sayNumber(piece.alike)}`
                  : `all ${piece.alike}`}{' '}
                alike
              </Small>
            ) : null}
          </div>
          <div className="sticky bottom-0 mt-auto grid gap-2 bg-wall pt-1">
            <WillBe
              course={course}
              piece={piece}
              student={byId.get(who[0] ?? ('' as PersonId))}
              work={work}
            />
            <Button
              look="go"
              className="justify-center py-2.5!"
              disabled={isBusy || who.length === 0 || work === null}
              onClick={onPlace}
            >
              {marked.length > 1 ? `Place ${sayCount(marked.length, 'piece')}` : 'Place it'}{' '}
              <kbd aria-hidden="true">↵</kbd>
            </Button>
          </div>
        </>
      ) : null}
    </section>
  );
}

interface SmallProps {
  keyName: string;
  isOn?: boolean;
  onPress: () => void;
  children: React.ReactNode;
}

function Small({ keyName, isOn, onPress, children }: SmallProps) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onPress}
      className="flex items-center gap-1.5 rounded px-1.5 py-1 text-small text-ink hover:bg-surface aria-pressed:bg-brass-soft aria-pressed:font-bold"
    >
      <kbd aria-hidden="true">{keyName}</kbd> {children}
    </button>
  );
}

/** Most names that a part of a name brings up. */
const MOST_FOUND = 6;

/** Type a part of anybody's name; Enter takes the first that fits. */
function FindStudent({
  course,
  students,
  onChoose,
}: {
  course: Course;
  students: readonly RackStudent[];
  onChoose: (id: PersonId) => void;
}) {
  const [text, setText] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const zone = useZone();
  useKeys({ t: () => field.current?.focus() });
  const words = plainWords(text).split(' ').filter(Boolean);
  const found =
    words.length === 0
      ? []
      : students
          .filter((student) => {
            const names = plainWords(
              [student.last, student.first, student.called, student.username].join(' '),
            ).split(' ');
            return words.every((word) => names.some((name) => name.startsWith(word)));
          })
          .slice(0, MOST_FOUND);
  const choose = (student: RackStudent | undefined) => {
    if (!student) return;
    onChoose(student.id);
    setText('');
    field.current?.blur();
  };
  return (
    <div className="grid gap-1.5">
      <Field label="Any student, by part of the name (t)">
        <input
          ref={field}
          className={inputClass}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault();
              choose(found[0]);
            } else if (event.key === 'Escape') field.current?.blur();
          }}
        />
      </Field>
      {words.length > 0 ? (
        <ul aria-label="Found" className="grid list-none gap-1 p-0">
          {found.map((student) => (
            <li key={student.id}>
              <button
                type="button"
                onClick={() => choose(student)}
                className="w-full rounded border border-line bg-surface px-2.5 py-1.5 text-left text-ink"
              >
                {sayListName(student)}{' '}
                <span className="text-small text-ink-2">{sayWhere(course, student, zone)}</span>
              </button>
            </li>
          ))}
          {found.length === 0 ? <li>No student matches.</li> : null}
        </ul>
      ) : null}
    </div>
  );
}

interface WillBeProps {
  course: Course;
  piece: OnTable;
  student: RackStudent | undefined;
  work: AssignmentId | null;
}

/** What the rule will call it, once it is placed. */
function WillBe({ course, piece, student, work }: WillBeProps) {
  const zone = useZone();
  const assignment = course.assignments.find(({ id }) => id === work);
  if (!student || !assignment) return null;
  const originalName = piece.path.split('/').at(-1)!;
  const at = new Date().toISOString() as Parameters<typeof namedPiece>[3]['at'];
  const named = namedPiece(
    course,
    student,
    assignment,
    { name: originalName, originalName, at, attempt: 1, n: 1 },
    zone,
  );
  if (!named) return null;
  const { name } = writeName(named.rule, named.values, { extension: named.extension, units: named.units });
  return (
    <p className="rounded-lg bg-brass-soft px-3 py-2 text-ink">
      <span className="block text-small">will be</span>
      <code className="font-semibold [overflow-wrap:anywhere]">{name}</code>
    </p>
  );
}
