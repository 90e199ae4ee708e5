import { useEffect, useState } from 'react';
import type { NameSubject } from '@vestibul/core';
import type { AnswerOf } from '@vestibul/contract';
import { Button } from '../../../parts/ui/Button';
import { sayCount, sayNumber } from '../../../parts/ui/format';
import { NamePicture } from '../../../parts/naming/NamePicture';
import type { StripContent } from '../../../parts/naming/NameStrip';
import { tell, tellFailure } from '../../../parts/messages/Notices';
import { Failed, Loading } from '../../../parts/messages/States';
import { useRenaming } from '../../../parts/naming/useRenaming';
import { api, type Course } from '../../../state/api';
import { RenamingBar } from './RenamingBar';

/** How many renames show at first. */
const SHOWN = 40;

/** What a new rule would rename, old and new taken apart; then all at once, or for new names only. */
export function RenamingPreview({
  course,
  subject,
  rule,
  onStrip,
  onDone,
}: {
  course: Course;
  subject: NameSubject;
  rule: string;
  onStrip: (content: StripContent | null) => void;
  onDone: () => void;
}) {
  const params = { courseId: course.id };
  const [preview, { data, error }] = api.usePreviewRenamingMutation();
  const [setRule, { isLoading }] = api.useSetRuleMutation();
  const renaming = useRenaming(course.id);
  const [shown, setShown] = useState(SHOWN);
  useEffect(() => {
    void preview({ params: { courseId: course.id }, body: { subject, rule, ids: null } });
  }, [preview, course.id, subject, rule]);

  const firstName = data?.names[0];
  useEffect(() => {
    if (firstName) onStrip(stripOf(firstName));
    return () => onStrip(null);
  }, [firstName, onStrip]);

  const things = subject === 'folder' ? 'turn-in folder' : 'file';
  const setForNew = async () => {
    const result = await setRule({ params: { ...params, subject }, body: { rule } });
    if (result.error) return tellFailure(result.error);
    tell('The rule is set for new names. Existing names stay.');
    onDone();
  };
  const setForAll = async () => {
    if (await renaming.start({ subject, rule })) onDone();
  };
  if (error)
    return (
      <Failed failure={error} onRetry={() => void preview({ params, body: { subject, rule, ids: null } })} />
    );
  if (!data) return <Loading what="Trying the rule on every name" />;
  return (
    <section className="grid gap-3" aria-label="What would be renamed">
      <h2>
        {data.total === 0
          ? `No ${things} has to be renamed`
          : `${sayCount(data.total, things)} would get another name`}
      </h2>
      {renaming.work ? (
        <RenamingBar work={renaming.work} onCancel={renaming.cancel} />
      ) : (
        <div className="flex flex-wrap gap-2.5">
          {data.total > 0 ? (
            <Button look="go" onClick={() => void setForAll()}>
              Set the rule and rename {data.total === 1 ? 'it' : `all ${sayNumber(data.total)}`}
            </Button>
          ) : null}
          <Button
            look={data.total > 0 ? 'plain' : 'go'}
            disabled={isLoading}
            onClick={() => void setForNew()}
          >
            {data.total > 0 ? 'Set it for new names only' : 'Set the rule'}
          </Button>
          <Button look="quiet" onClick={onDone}>
            Not yet
          </Button>
        </div>
      )}
      <ul className="grid list-none p-0">
        {data.names.slice(0, shown).map((name) => (
          <Renamed key={name.id} name={name} onStrip={onStrip} />
        ))}
      </ul>
      {data.names.length > shown ? (
        <Button look="quiet" className="justify-self-start" onClick={() => setShown(data.names.length)}>
          Show {data.names.length - shown} more
        </Button>
      ) : null}
      {data.total > data.names.length && shown >= data.names.length ? (
        <p className="text-small text-ink-2">and {sayCount(data.total - data.names.length, 'name')} more</p>
      ) : null}
    </section>
  );
}

type PreviewedName = AnswerOf<'previewRenaming'>['names'][number];

function stripOf({ isParts, was }: PreviewedName): StripContent {
  return { segments: isParts, verdict: 'Would be called this', note: 'now', noteCode: was };
}

function Renamed({
  name,
  onStrip,
}: {
  name: PreviewedName;
  onStrip: (content: StripContent | null) => void;
}) {
  const was = name.wasParts ?? [{ text: name.was, part: null }];
  return (
    <li className="border-b border-line py-1">
      <button
        type="button"
        className="grid w-full grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)] items-start gap-3 rounded text-left text-ink max-md:grid-cols-1"
        onClick={() => onStrip(stripOf(name))}
      >
        <NamePicture segments={was} small />
        <span aria-label="becomes" className="text-ink-2">
          →
        </span>
        <NamePicture segments={name.isParts} small />
      </button>
    </li>
  );
}
