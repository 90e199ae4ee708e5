import { useEffect, useState } from 'react';
import { faultsOfName, withoutExtension, writeName } from '@vestibul/core';
import { api, type Course } from '../../state/api';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, inputClass } from '../ui/Field';
import { FormWithFaults } from '../ui/FormWithFaults';
import { NamePicture } from './NamePicture';
import type { StripName } from './NameStrip';
import { tell, tellFailure } from '../messages/Notices';
import { partsOf } from './stripFor';
import { useRenaming } from './useRenaming';

/**
 * The name that the rule gives a thing, with what tells it apart from an equal one once the server has been asked;
 * until then what the rule alone writes.
 */
function useProperName(course: Course, named: StripName): string {
  const { subject, id, rule, values, extension, units } = named;
  const [ask, { data }] = api.usePreviewRenamingMutation();
  useEffect(() => {
    void ask({ params: { courseId: course.id }, body: { subject, rule: null, ids: [id] } });
  }, [ask, course.id, subject, id]);
  if (!data) return writeName(rule, values, { extension, units }).name;
  return data.names[0]?.is ?? named.name;
}

/** What is wrong with a name for a thing, in sentences; '' where it follows. */
function sayFaults(thing: StripName, name: string): string {
  const faults = faultsOfName(thing.rule, thing, withoutExtension(name, thing.extension));
  return faults.map(({ says }) => says).join(' ');
}

/** On the strip: what is wrong with the selected name, and its mend one key away. */
export function NameMend({
  course,
  named,
  isOpen,
  onOpen,
  onClose,
}: {
  course: Course;
  named: StripName;
  isOpen: boolean;
  onOpen: () => void;
  onClose: () => void;
}) {
  return (
    <>
      {named.follows ? null : (
        <span className="flex min-w-0 items-center gap-3">
          <span className="line-clamp-2 min-w-0 text-small text-ink-2">{sayFaults(named, named.name)}</span>
          <Button look="quiet" className="shrink-0 py-1!" onClick={onOpen}>
            <kbd aria-hidden="true">n</kbd> Fix
          </Button>
        </span>
      )}
      {isOpen ? <MendDialog course={course} named={named} onClose={onClose} /> : null}
    </>
  );
}

function MendDialog({ course, named, onClose }: { course: Course; named: StripName; onClose: () => void }) {
  const proper = useProperName(course, named);
  const [written, setWritten] = useState<string | null>(null);
  const name = written ?? (named.follows ? named.name : proper);
  const [rename, { isLoading }] = api.useRenameMutation();
  const renaming = useRenaming(course.id);
  const wrong = sayFaults(named, name);
  const parts = partsOf({ ...named, name });
  const save = async (asItIs: boolean) => {
    if (name === proper && !asItIs) {
      // By its id: should somebody have got that name in this moment, the server tells the two apart.
      onClose();
      return renaming.start({ subject: named.subject, ids: [named.id] });
    }
    const result = await rename({
      params: { courseId: course.id, subject: named.subject, nameableId: named.id },
      body: { name, asItIs },
    });
    if (result.error) return tellFailure(result.error);
    const { id } = result.data;
    tell(`It is called ${result.data.name} now.`, id ? () => void renaming.undo(id) : undefined);
    onClose();
  };
  return (
    <Dialog
      title="Fix the name"
      description="Give this folder or piece another name; the rule is checked as you write"
      open
      onClose={onClose}
      className="max-w-3xl"
    >
      <FormWithFaults className="grid gap-4" onSubmit={() => save(false)}>
        <p className="text-ink-2">
          It is called <code className="[overflow-wrap:anywhere] text-ink">{named.name}</code>. The rule
          writes <code className="[overflow-wrap:anywhere] text-ink">{proper}</code>.
        </p>
        <Field label="Name" error={wrong || undefined}>
          <input
            className={`${inputClass} font-mono text-lg`}
            value={name}
            maxLength={255}
            spellCheck={false}
            autoComplete="off"
            onChange={(event) => setWritten(event.target.value)}
          />
        </Field>
        <div className="min-h-12">
          <NamePicture segments={parts ?? [{ text: name, part: null }]} />
        </div>
        <div className="flex flex-wrap gap-2.5">
          {wrong === '' ? (
            <Button key="rename" look="go" type="submit" disabled={isLoading || name === named.name}>
              Rename
            </Button>
          ) : (
            <>
              {/* An element of its own: were it the one that renames, this very press would rename. */}
              <Button key="take" look="go" onClick={() => setWritten(null)}>
                Use the rule’s name
              </Button>
              <Button
                disabled={isLoading || name.trim() === '' || name === named.name}
                onClick={() => void save(true)}
              >
                Save it as written
              </Button>
            </>
          )}
        </div>
      </FormWithFaults>
    </Dialog>
  );
}
