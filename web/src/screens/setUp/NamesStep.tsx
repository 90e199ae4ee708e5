import { useEffect, useMemo, useState } from 'react';
import {
  instantToLocal,
  nameKey,
  parseRule,
  utf8Bytes,
  writeUniqueNames,
  LONGEST_NAME_BYTES,
  type Instant,
  type NameValues,
  type RuleFault,
  type WrittenName,
} from '@vestibul/core';
import { Button } from '../../parts/Button';
import { Field, inputClass } from '../../parts/Field';
import { sayCount, sayListName } from '../../parts/format';
import { NamePicture } from '../../parts/NameStrip';
import { tell, tellFailure } from '../../parts/Notices';
import { enamel } from '../../parts/Plate';
import { Empty } from '../../parts/States';
import { stripFor, valuesFor } from '../../parts/stripFor';
import { useNow } from '../../parts/useNow';
import { useZone } from '../../parts/useSession';
import { api, type RackStudent } from '../../state/api';
import type { StepProps } from './SetUp';

type Subject = 'folder' | 'file';

/** Schemes that teachers announce (common practice). */
const schemes: Record<Subject, readonly string[]> = {
  folder: [
    '{period|pad 2}-{last}_{first}',
    '{last}, {first}, {period}',
    '{called} {last} - hour {period}',
    'z {period|pad 2} {last} {first}',
  ],
  file: [
    '{period|pad 2}-{last}_{first}_{assignment}',
    '{last}_{first}_{assignment}_{date}',
    '{assignment} - {last}, {first}[ - {attempt}]',
  ],
};

/** How many names the preview shows, the hardest first. */
const SHOWN = 24;

/** The naming rules, each with what it does to the real roster. */
export function NamesStep(props: StepProps) {
  const [subject, setSubject] = useState<Subject>('folder');
  return (
    <div className="grid gap-4">
      <div role="group" aria-label="Rule for" className="flex gap-2">
        {(['folder', 'file'] as const).map((known) => (
          <button
            key={known}
            type="button"
            aria-pressed={subject === known}
            onClick={() => setSubject(known)}
            className="rounded-lg border border-edge bg-surface px-4 py-2 text-ink aria-pressed:border-brass-mark aria-pressed:bg-brass-soft aria-pressed:font-bold"
          >
            {known === 'folder' ? 'Turn-in folders' : 'Files turned in'}
          </button>
        ))}
      </div>
      <RuleMaker key={subject} {...props} subject={subject} />
    </div>
  );
}

function RuleMaker({ course, period, onStrip, subject }: StepProps & { subject: Subject }) {
  const stored = subject === 'folder' ? course.folderRule : course.fileRule;
  const [source, setSource] = useState(stored);
  const [setRule, { isLoading }] = api.useSetRuleMutation();
  const rack = api.useReadRackQuery({ params: { courseId: course.id } });
  const zone = useZone();
  const now = useNow(60_000);
  const parsed = useMemo(() => parseRule(source), [source]);
  const students = useMemo(
    () =>
      (rack.data?.students ?? []).filter(
        (student) => period === 'all' || String(valuesFor(course, student).period) === period,
      ),
    [rack.data, course, period],
  );
  const sample = useMemo(
    () =>
      subject === 'file'
        ? fileSample(course.assignments[0]?.title, new Date(now).toISOString() as Instant, zone)
        : {},
    [subject, course.assignments, now, zone],
  );
  const rows = useMemo(() => {
    // While the rule cannot be read there are no names; the sentence above says why.
    if (!parsed.ok) return [];
    const extension = subject === 'file' ? 'docx' : '';
    const names = writeUniqueNames(
      parsed.rule,
      students.map((student) => ({ values: { ...valuesFor(course, student), ...sample }, extension })),
    );
    return hardestFirst(students, names);
  }, [parsed, students, course, sample, subject]);

  useEffect(() => {
    const first = rows[0];
    onStrip(
      first
        ? {
            segments: first.written.segments,
            verdict: 'Legal on every computer',
            note: `${utf8Bytes(first.written.name)} of ${LONGEST_NAME_BYTES} bytes`,
          }
        : null,
    );
    return () => onStrip(null);
  }, [rows, onStrip]);

  const save = async () => {
    const result = await setRule({ params: { courseId: course.id, subject }, body: { rule: source } });
    if (result.error) return tellFailure(result.error);
    tell(
      subject === 'folder' && course.folders > 0
        ? `The rule is set for new folders. The ${course.folders} that exist keep their names.`
        : 'The rule is set. What is named already keeps its name.',
    );
  };
  return (
    <div className="grid gap-5">
      <Field
        label={subject === 'folder' ? 'Rule for the names of turn-in folders' : 'Rule for the names of files'}
        hint="Parts: {period} {last} {first} {called} {assignment} {date} {attempt}. Behind a bar: pad 2, upper, lower. [ … ] is written only when its parts have a value."
        error={parsed.ok ? undefined : sayFault(parsed.fault)}
      >
        <input
          className={`${inputClass} py-3 font-mono text-lg`}
          value={source}
          maxLength={300}
          spellCheck={false}
          autoComplete="off"
          onChange={(event) => setSource(event.target.value)}
        />
      </Field>
      <div className="flex flex-wrap items-center gap-2.5">
        <Button look="go" disabled={!parsed.ok || source === stored || isLoading} onClick={() => void save()}>
          Set the rule
        </Button>
        {!parsed.ok && parsed.fault.mend ? (
          <Button onClick={() => setSource(mended(source, parsed.fault))}>
            Mend: <code>{parsed.fault.mend}</code>
          </Button>
        ) : null}
        {source === stored ? null : (
          <Button look="quiet" onClick={() => setSource(stored)}>
            Back to the rule in force
          </Button>
        )}
      </div>
      <section className="grid gap-2">
        <h2>Known schemes to start from</h2>
        <div className="flex flex-wrap gap-2">
          {schemes[subject].map((scheme) => (
            <button
              key={scheme}
              type="button"
              onClick={() => setSource(scheme)}
              className="rounded-lg border border-dashed border-edge px-3 py-1.5 font-mono text-small text-ink hover:bg-ground"
            >
              {scheme}
            </button>
          ))}
        </div>
      </section>
      <section className="grid gap-2">
        <h2>
          What it does to {period === 'all' ? 'the roster' : `period ${period}`}, the hardest names first
        </h2>
        {students.length === 0 ? (
          <Empty title="Nobody to name yet">
            <p>With a roster, every name shows here as you write the rule.</p>
          </Empty>
        ) : (
          <ul className="grid list-none gap-x-8 p-0 xl:grid-cols-2">
            {rows.slice(0, SHOWN).map(({ student, written, note }) => (
              <li key={student.id} className="flex items-center gap-3 border-b border-line py-1.5">
                <span
                  className="h-6 w-2 shrink-0 rounded-sm"
                  style={{
                    backgroundColor: enamel(
                      course.periods.find((known) => known.id === student.periodId)?.enamel ?? 0,
                    ),
                  }}
                />
                <button
                  type="button"
                  className="min-w-0 flex-1 rounded text-left text-ink"
                  aria-label={`${written.name}, for ${sayListName(student)}`}
                  onClick={() =>
                    onStrip({
                      ...stripFor(course, student, undefined, zone),
                      segments: written.segments,
                      verdict: sayListName(student),
                      note,
                    })
                  }
                >
                  <NamePicture segments={written.segments} small />
                </button>
                <span className="shrink-0 text-small text-ink-2">{note}</span>
              </li>
            ))}
          </ul>
        )}
        {rows.length > SHOWN ? (
          <p className="text-small text-ink-2">
            and {sayCount(rows.length - SHOWN, 'plainer name')} like these
          </p>
        ) : null}
      </section>
    </div>
  );
}

function fileSample(title: string | undefined, now: Instant, zone: string): NameValues {
  return {
    assignment: title ?? 'First assignment',
    date: instantToLocal(now, zone).slice(0, 10),
    attempt: 1,
  };
}

interface Row {
  student: RackStudent;
  written: WrittenName;
  note: string;
  hardness: number;
}

function hardestFirst(students: readonly RackStudent[], names: readonly WrittenName[]): Row[] {
  return students
    .map((student, i): Row => {
      const written = names[i]!;
      const isDoubled = written.segments.some((segment) => segment.part === 'suffix');
      const marks = (written.name.normalize('NFD').match(/\p{M}/gu) ?? []).length;
      const letters = [...written.name].length;
      const note = isDoubled
        ? 'same name twice: numbered'
        : marks > 0 || nameKey(written.name) !== written.name.toLowerCase()
          ? 'marks kept'
          : /['’]/.test(written.name)
            ? 'apostrophe kept'
            : `${letters} letters`;
      return { student, written, note, hardness: (isDoubled ? 1000 : 0) + marks * 5 + letters };
    })
    .sort((a, b) => b.hardness - a.hardness);
}

function sayFault({ code, found, mend }: RuleFault): string {
  const hint = mend ? ` Did you mean ${mend}?` : '';
  switch (code) {
    case 'unknown-part':
      return `There is no part called ‘${found}’.${hint}`;
    case 'unknown-filter':
      return `There is no filter called ‘${found}’.${hint}`;
    case 'no-part':
      return 'This rule gives everybody the same name. Put at least one part in braces.';
    case 'syntax':
      return `‘${found}’ cannot stand here.${hint}`;
  }
}

/** The rule with what was probably meant in place of what was found. */
function mended(source: string, { code, at, found, mend }: RuleFault): string {
  if (mend === null) return source;
  if (code === 'no-part') return `${source}${mend}`;
  if (code === 'syntax' && (mend === '}' || mend === ']')) return `${source}${mend}`;
  const start = source.indexOf(found, at);
  return start < 0 ? source : source.slice(0, start) + mend + source.slice(start + found.length);
}
