import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import type { BlankId } from '@vestibul/core';
import { splitName } from '@vestibul/core';
import { Button } from '../../parts/ui/Button';
import { Field, inputClass } from '../../parts/ui/Field';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { api, type Course } from '../../state/api';
import { sendFile } from '../../state/sendFile';

interface KeepBlankProps {
  course: Course;
  /** The blank whose next version the file is; without one it is a new blank. */
  blank?: { id: BlankId; title: string };
  onKept?: () => void;
}

/** Choosing or dropping the file of a blank, and what it is called. */
export function KeepBlank({ course, blank, onKept }: KeepBlankProps) {
  const [file, setFile] = useState<File | null>(null);
  const [title, setTitle] = useState(blank?.title ?? '');
  const [share, setShare] = useState<number | null>(null);
  const [keep] = api.useKeepBlankMutation();
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: ([chosen]) => {
      if (!chosen) return;
      setFile(chosen);
      if (!title) setTitle(splitName(chosen.name).stem.replaceAll('_', ' '));
    },
    noClick: true,
    noKeyboard: true,
    multiple: false,
    useFsAccessApi: false,
  });
  const submit = async () => {
    setShare(0);
    const sent = await sendFile({ courseId: course.id }, file!, setShare);
    if ('failure' in sent) {
      setShare(null);
      return tellFailure(sent.failure);
    }
    const result = await keep({
      params: { courseId: course.id },
      body: { uploadId: sent.uploadId, title, blankId: blank?.id ?? null },
    });
    setShare(null);
    if (!result.data) return tellFailure(result.error);
    tell(
      blank
        ? `‘${title}’ is version ${result.data.version} now. Students with an older one are listed.`
        : `‘${title}’ is saved. Hand it out when you like.`,
    );
    setFile(null);
    setTitle('');
    onKept?.();
  };
  return (
    <form
      {...getRootProps()}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
      className={`flex flex-wrap items-end gap-3 rounded-lg ${isDragActive ? 'outline-3 outline-brass-mark' : ''}`}
    >
      <input {...getInputProps({ 'aria-label': blank ? 'File of the next version' : 'File of the blank' })} />
      <Button onClick={open}>
        {file ? 'Choose another file' : blank ? 'Choose the new file' : 'Choose a file'}
      </Button>
      {file ? (
        <>
          <Field label="Called" className="w-72">
            <input
              className={inputClass}
              maxLength={120}
              required
              value={title}
              onChange={(event) => setTitle(event.target.value)}
            />
          </Field>
          <Button type="submit" look="go" disabled={!title.trim() || share !== null}>
            {share === null
              ? blank
                ? 'Save as the next version'
                : 'Save as a blank'
              : `${Math.floor(share * 100)} %`}
          </Button>
          <code className="mb-2.5 text-small [overflow-wrap:anywhere] text-ink-2">{file.name}</code>
        </>
      ) : (
        <span className="mb-2.5 text-small text-ink-2">or drop it here</span>
      )}
    </form>
  );
}
