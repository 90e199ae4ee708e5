import { useRef, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import {
  asRecognised,
  decodeText,
  isText,
  type PeriodId,
  type PersonId,
  type RowOutcome,
  type SaidOfList,
} from '@vestibul/core';
import { LONGEST_LIST, type AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayCount, sayListName } from '../../parts/ui/format';
import { KeptDraft } from '../../parts/hall/KeptDraft';
import { useDraft } from '../../parts/hall/useDraft';
import { useNow } from '../../parts/hall/useNow';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { Check } from '../../parts/ui/Check';
import { toggled } from '../../parts/ui/toggled';
import { api } from '../../state/api';
import { ColumnChooser } from './ColumnChooser';
import { MissingPeriods } from './MissingPeriods';
import { sayNotAsked } from './sayTouched';
import { OutcomeTable } from './OutcomeTable';
import { firstAnswers, peopleToJoin, withoutCapitals, type Answers } from './rosterAnswers';
import type { StepProps } from './SetUp';
import { onePeriod } from '../../parts/courses/periods';

type Preview = AnswerOf<'previewRoster'>;

interface RosterImportProps extends StepProps {
  onDone: () => void;
  canLeave: boolean;
}

/** Pasting or dropping a list: first what will become of each row, then one press that writes it. */
export function RosterImport({ course, period, onDone, canLeave }: RosterImportProps) {
  const params = { courseId: course.id };
  const draft = useDraft(`list ${course.id}`, '');
  const text = draft.value;
  const [periodId, setPeriodId] = useState<PeriodId | ''>(onePeriod(course, period)?.id ?? '');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [said, setSaid] = useState(asRecognised);
  const [mends, setMends] = useState(false);
  // Of several that were asked for one after the other, the last one is shown.
  const asked = useRef(0);
  const [answers, setAnswers] = useState<Answers>(new Map());
  // Whether the list is all there are: then who is not on it leaves.
  const [isWhole, setIsWhole] = useState(false);
  const [staying, setStaying] = useState<ReadonlySet<PersonId>>(new Set());
  const [ask, asking] = api.usePreviewRosterMutation();
  const now = useNow(60_000);
  const [join, joining] = api.useJoinRosterMutation();

  const look = async (list: string, how: SaidOfList = asRecognised) => {
    const mine = (asked.current += 1);
    setSaid(how);
    const columns = how.columns && [...how.columns];
    const result = await ask({ params, body: { text: list, ...how, columns, periodId: periodId || null } });
    if (mine !== asked.current) return;
    if (!result.data) return tellFailure(result.error);
    setPreview(result.data);
    setAnswers(firstAnswers(result.data.rows));
    setStaying(new Set());
  };
  const drop = async ([file]: File[]) => {
    if (!file) return;
    if (!isText(new Uint8Array(await file.slice(0, LONGEST_LIST).arrayBuffer())))
      return tell(
        `‘${file.name}’ is not a list of text. Save the list as CSV in your spreadsheet and drop that, or copy its rows and paste them.`,
      );
    if (file.size > LONGEST_LIST) return tell('This file is too large for a class list.');
    const list = decodeText(new Uint8Array(await file.arrayBuffer()));
    draft.set(list);
    await look(list);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void drop(files),
    noClick: true,
    noKeyboard: true,
    multiple: false,
  });
  const add = async () => {
    if (!preview) return;
    const result = await join({ params, body: { fromList: true, people, leaving } });
    if (!result.data) return tellFailure(result.error);
    const joined = new Set(people.map(({ periodId }) => periodId as string));
    const notAsked = result.data.joined > 0 ? sayNotAsked(course.assignments, joined, now) : '';
    tell([sayJoined(result.data), notAsked].filter(Boolean).join(' '));
    draft.done();
    onDone();
  };
  const mended = preview?.rows.map(withoutCapitals) ?? [];
  const inCapitals = mended.filter((row, i) => row !== preview?.rows[i]);
  const rows = mends ? mended : (preview?.rows ?? []);
  const people = peopleToJoin(rows, answers);
  const leaving = preview && isWhole ? preview.leavers.filter((id) => !staying.has(id)) : [];
  const changes = people.length + leaving.length;

  if (preview) {
    return (
      <div className="grid gap-4">
        <ColumnChooser
          preview={preview}
          said={said}
          busy={asking.isLoading}
          onChange={(how) => void look(text, how)}
        />
        <div className="sticky -top-4 z-2 flex flex-wrap gap-3 border-b border-line bg-wall py-3">
          <Button look="go" disabled={changes === 0 || joining.isLoading} onClick={() => void add()}>
            {leaving.length === 0 && preview.rows.every(({ outcome }) => isAdding(outcome))
              ? `Add ${sayCount(people.length, 'student')}`
              : `Make ${sayCount(changes, 'change')}`}
          </Button>
          <Button onClick={() => setPreview(null)}>Back to the list</Button>
          <p className="my-auto text-ink-2">Nothing is saved until you press it.</p>
        </div>
        {preview.enough ? (
          <>
            <MissingPeriods course={course} rows={rows} onAdded={() => void look(text, said)} />
            {inCapitals.length > 0 ? (
              <Check
                label={`Write ${sayCount(inCapitals.length, 'name')} in small letters, like ‘${sayListName(inCapitals[0]!.person)}’`}
                checked={mends}
                onChange={setMends}
              />
            ) : null}
            <OutcomeTable
              course={course}
              rows={rows}
              people={preview.people}
              answers={answers}
              onAnswer={(line, answer) =>
                setAnswers(new Map(answers).set(line, { ...answers.get(line)!, ...answer }))
              }
            />
            {preview.leavers.length > 0 ? (
              <Leavers
                preview={preview}
                isWhole={isWhole}
                onWhole={setIsWhole}
                staying={staying}
                onStaying={setStaying}
              />
            ) : null}
          </>
        ) : (
          <p role="status" className="font-semibold">
            Choose above which column holds the last name, the first name, or the whole name.
          </p>
        )}
      </div>
    );
  }
  return (
    <div
      {...getRootProps()}
      className={`grid max-w-3xl gap-4 rounded-plate ${isDragActive ? 'outline-3 outline-brass-mark' : ''}`}
    >
      <input {...getInputProps({ 'aria-label': 'Choose a file from this computer' })} />
      <KeptDraft draft={draft} what="list" />
      <Field
        label="Class list"
        hint="Paste it from the office’s list or a spreadsheet: comma, semicolon or tab, in any order, best with headings (last, first, e-mail, period). Or drop the file here."
      >
        <textarea
          rows={11}
          value={text}
          maxLength={LONGEST_LIST}
          onChange={(event) => draft.set(event.target.value)}
          placeholder={'Last;First;E-mail;Period\nAbara;Chidi;cabara@school.example;2'}
          spellCheck={false}
          className={`${inputClass} font-mono text-small`}
        />
      </Field>
      <Field label="Period for rows that name none" className="max-w-xs">
        <select
          className={inputClass}
          value={periodId}
          onChange={(event) => setPeriodId(event.target.value as PeriodId | '')}
        >
          <option value="">the list names it in each row</option>
          {course.periods.map((known) => (
            <option key={known.id} value={known.id}>
              {known.label}
            </option>
          ))}
        </select>
      </Field>
      <div className="flex flex-wrap gap-3">
        <Button look="go" disabled={!text.trim() || asking.isLoading} onClick={() => void look(text)}>
          Preview each row
        </Button>
        <Button onClick={open}>Choose a file</Button>
        {canLeave ? (
          <Button look="quiet" onClick={onDone}>
            Back to the roster
          </Button>
        ) : null}
      </div>
    </div>
  );
}

/** Fates of rows in a list that only adds people; with any other, the button speaks of changes. */
const isAdding = (outcome: RowOutcome) => !['moves', 'new name', 'comes back'].includes(outcome);

/** What a list did, in one sentence. */
function sayJoined(done: AnswerOf<'joinRoster'>): string {
  const parts = [
    done.joined > 0 ? `${sayCount(done.joined, 'student has', 'students have')} joined` : '',
    done.cameBack > 0 ? `${done.cameBack} came back` : '',
    done.moved > 0 ? `${done.moved} moved` : '',
    done.newNames > 0 ? sayCount(done.newNames, 'new name') : '',
    done.namesLeft > 0 ? `${sayCount(done.namesLeft, 'new name')} left to the office` : '',
    done.left > 0 ? `${done.left} left` : '',
    done.folders > 0 ? `${sayCount(done.folders, 'turn-in folder')} made` : '',
    done.copies > 0 ? `${sayCount(done.copies, 'copy', 'copies')} handed out` : '',
  ].filter(Boolean);
  return parts.length === 0 ? 'Nothing had to change.' : `${parts.join(', ')}.`;
}

interface LeaversProps {
  preview: Preview;
  isWhole: boolean;
  onWhole: (isWhole: boolean) => void;
  staying: ReadonlySet<PersonId>;
  onStaying: (staying: ReadonlySet<PersonId>) => void;
}

/** Who is on the roster and not on the list: they leave only where the teacher says that the list is all there are. */
function Leavers({ preview, isWhole, onWhole, staying, onStaying }: LeaversProps) {
  const nameOf = new Map(preview.people.map((person) => [person.id, sayListName(person)]));
  return (
    <fieldset className="rounded-plate border border-line bg-surface px-4 py-3">
      <label className="flex items-center gap-2.5 font-semibold">
        <input
          type="checkbox"
          className="size-5"
          checked={isWhole}
          onChange={(event) => onWhole(event.target.checked)}
        />
        This list is complete: remove {sayCount(preview.leavers.length, 'student who is', 'students who are')}{' '}
        not on it
      </label>
      {isWhole ? (
        <ul className="mt-2 grid list-none grid-cols-[repeat(auto-fill,minmax(min(15rem,100%),1fr))] gap-x-6 gap-y-1 p-0">
          {preview.leavers.map((id) => (
            <li key={id}>
              <Check
                label={<span className={staying.has(id) ? '' : 'text-brick'}>{nameOf.get(id)}</span>}
                checked={!staying.has(id)}
                onChange={() => onStaying(toggled(staying, id))}
              />
            </li>
          ))}
        </ul>
      ) : null}
      <p className="mt-1.5 text-small text-ink-2">
        Students who leave keep their work and its record; their slot stays and continues if they come back.
      </p>
    </fieldset>
  );
}
