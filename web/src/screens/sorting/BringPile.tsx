import { useRef, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import type { AssignmentId, PeriodId } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { sayBytes, sayCount } from '../../parts/ui/format';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { TitleOptions } from '../../parts/assignments/TitleOptions';
import type { Course } from '../../state/api';
import { sendPile, type PileFile } from '../../state/pileSending';
import { nameOfPile, withPaths } from '../../parts/sorting/pileFiles';

interface BringPileProps {
  course: Course;
  period: string;
  onClose: () => void;
}

/** Where a pile is brought: files, a folder or a ZIP, with what is known of all of it. */
export function BringPile({ course, period, onClose }: BringPileProps) {
  const [files, setFiles] = useState<readonly PileFile[]>([]);
  const [periodId, setPeriodId] = useState<string>('');
  const [assignmentId, setAssignmentId] = useState<string>('');
  const [isBusy, setBusy] = useState(false);
  const folder = useRef<HTMLInputElement>(null);
  // What was brought is sorted by keys, Enter among them.
  const isBrought = useRef(false);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (dropped) => setFiles(withPaths(dropped)),
  });
  const bytes = files.reduce((sum, { file }) => sum + file.size, 0);
  const send = async () => {
    setBusy(true);
    const result = await sendPile(course.id, files, {
      name: nameOfPile(files),
      periodId: (periodId || null) as PeriodId | null,
      assignmentId: (assignmentId || null) as AssignmentId | null,
    });
    setBusy(false);
    if (typeof result !== 'string') return tellFailure(result.failure);
    isBrought.current = true;
    tell('The pile is on its way. You can leave this page.');
    onClose();
  };
  return (
    <Dialog
      title="Bring a pile"
      description="Files, a folder or a ZIP file with names of any kind"
      open
      onClose={onClose}
      leadsOn={() => isBrought.current}
    >
      <div
        {...getRootProps()}
        className={`grid justify-items-start gap-3 rounded-lg border-2 border-dashed p-5 ${
          isDragActive ? 'border-brass-mark bg-brass-soft' : 'border-edge'
        }`}
      >
        <input {...getInputProps({ 'aria-label': 'Files of the pile' })} />
        <input
          ref={folder}
          type="file"
          multiple
          className="sr-only"
          tabIndex={-1}
          aria-label="Folder of the pile"
          {...{ webkitdirectory: '' }}
          onChange={(event) => setFiles(withPaths([...(event.target.files ?? [])]))}
        />
        <p>
          {files.length > 0 ? (
            <>
              <b className="font-semibold [overflow-wrap:anywhere]">{nameOfPile(files)}</b>
              {' · '}
              {sayCount(files.length, 'file')}, {sayBytes(bytes)}
            </>
          ) : (
            'Drop files, a folder or a ZIP here. What is sure is placed; the rest goes to the table.'
          )}
        </p>
        <div className="flex flex-wrap gap-2">
          <Button onClick={open}>Choose files or a ZIP</Button>
          <Button onClick={() => folder.current?.click()}>Choose a folder</Button>
        </div>
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field label="All of it is for">
          <select
            className={inputClass}
            value={assignmentId}
            onChange={(event) => setAssignmentId(event.target.value)}
          >
            <option value="">Detect from each file</option>
            <TitleOptions of={course.assignments} />
          </select>
        </Field>
        <Field label="All of it is of">
          <select
            className={inputClass}
            value={periodId}
            onChange={(event) => setPeriodId(event.target.value)}
          >
            <option value="">Any period</option>
            {course.periods.map(({ id, label, number }) => (
              <option key={id} value={id}>
                {label}
                {String(number) === period ? ' (the current one)' : ''}
              </option>
            ))}
          </select>
        </Field>
      </div>
      <Button
        look="go"
        className="justify-center"
        disabled={files.length === 0 || isBusy}
        onClick={() => void send()}
      >
        Bring {files.length > 0 ? sayCount(files.length, 'file') : 'it'} to the table
      </Button>
    </Dialog>
  );
}
