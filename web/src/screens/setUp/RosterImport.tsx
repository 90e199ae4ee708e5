import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { decodeText, type ColumnMeaning, type PeriodId } from '@vestibul/core';
import { LONGEST_LIST, type AnswerOf } from '@vestibul/contract';
import { Button } from '../../parts/Button';
import { Field, inputClass } from '../../parts/Field';
import { sayCount } from '../../parts/format';
import { tell, tellFailure } from '../../parts/Notices';
import { api } from '../../state/api';
import { ColumnChooser } from './ColumnChooser';
import { FateTable } from './FateTable';
import type { StepProps } from './SetUp';

type Preview = AnswerOf<'previewRoster'>;

interface RosterImportProps extends StepProps {
  onDone: () => void;
  canLeave: boolean;
}

/** Pasting or dropping a list: first what will become of each row, then one press that writes it. */
export function RosterImport({ course, period, onDone, canLeave }: RosterImportProps) {
  const params = { courseId: course.id };
  const [text, setText] = useState('');
  const [periodId, setPeriodId] = useState<PeriodId | ''>(
    course.periods.find((known) => String(known.number) === period)?.id ?? '',
  );
  const [preview, setPreview] = useState<Preview | null>(null);
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set());
  const [ask, asking] = api.usePreviewRosterMutation();
  const [join, joining] = api.useJoinRosterMutation();

  const look = async (
    list: string,
    columns: ColumnMeaning[] | null = null,
    hasHeadings: boolean | null = null,
  ) => {
    const result = await ask({
      params,
      body: { text: list, columns, hasHeadings, periodId: periodId || null },
    });
    if (!result.data) return tellFailure(result.error);
    setPreview(result.data);
    setTaken(new Set(result.data.rows.filter((row) => row.fate === 'new').map((row) => row.line)));
  };
  const drop = async ([file]: File[]) => {
    if (!file) return;
    if (file.size > LONGEST_LIST) return tell('This file is too large for a class list. Nothing was read.');
    const list = decodeText(new Uint8Array(await file.arrayBuffer()));
    setText(list);
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
    const people = preview.rows
      .filter((row) => taken.has(row.line))
      .map((row) => ({ ...row.person, periodId: row.period!, knownId: row.known }));
    const result = await join({ params, body: { fromList: true, people } });
    if (!result.data) return tellFailure(result.error);
    const { joined, folders } = result.data;
    tell(
      `${sayCount(joined, 'student has', 'students have')} joined${folders > 0 ? `, ${sayCount(folders, 'turn-in folder')} made` : ''}.`,
    );
    onDone();
  };

  if (preview) {
    return (
      <div className="grid gap-4">
        <ColumnChooser
          preview={preview}
          busy={asking.isLoading}
          onChange={(columns, hasHeadings) => void look(text, columns, hasHeadings)}
        />
        {preview.enough ? (
          <FateTable course={course} rows={preview.rows} taken={taken} onTaken={setTaken} />
        ) : (
          <p role="status" className="font-semibold">
            Choose above which column holds the last name, the first name, or the whole name.
          </p>
        )}
        <div className="sticky bottom-0 flex flex-wrap gap-3 border-t border-line bg-wall py-3">
          <Button look="go" disabled={taken.size === 0 || joining.isLoading} onClick={() => void add()}>
            Add {sayCount(taken.size, 'student')}
          </Button>
          <Button onClick={() => setPreview(null)}>Back to the list</Button>
          <p className="my-auto text-ink-2">Nothing is written until you add.</p>
        </div>
      </div>
    );
  }
  return (
    <div
      {...getRootProps()}
      className={`grid max-w-3xl gap-4 rounded-plate ${isDragActive ? 'outline-3 outline-brass-mark' : ''}`}
    >
      <input {...getInputProps({ 'aria-label': 'Choose a file from this computer' })} />
      <Field
        label="Class list"
        hint="Paste it from the office’s list or a spreadsheet: comma, semicolon or tab, in any order, best with headings (last, first, e-mail, period). Or drop the file here."
      >
        <textarea
          rows={11}
          value={text}
          maxLength={LONGEST_LIST}
          onChange={(event) => setText(event.target.value)}
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
          See what each row becomes
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
