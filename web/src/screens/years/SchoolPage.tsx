import { useState } from 'react';
import { Link } from 'react-router';
import { schoolBody, type AnswerOf } from '@vestibul/contract';
import { Button, buttonClass } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { Field, inputClass } from '../../parts/ui/Field';
import { FormWithFaults } from '../../parts/ui/FormWithFaults';
import { tell, tellFailure } from '../../parts/messages/Notices';
import { PageFrame } from '../../parts/hall/PageFrame';
import { Read } from '../../parts/messages/States';
import { usePageTitle } from '../../parts/ui/usePageTitle';
import { api } from '../../state/api';
import { Trouble } from './Trouble';
import { YearForm } from '../../parts/school/YearForm';

type Year = AnswerOf<'listYears'>[number];

/** Languages whose order of letters can be chosen, in their own words. */
const languages: readonly (readonly [string, string])[] = [
  ['en', 'English'],
  ['de', 'Deutsch'],
  ['fr', 'Français'],
  ['es', 'Español'],
  ['pt', 'Português'],
  ['it', 'Italiano'],
  ['nl', 'Nederlands'],
  ['sv', 'Svenska'],
  ['da', 'Dansk'],
  ['nb', 'Norsk'],
  ['fi', 'Suomi'],
  ['is', 'Íslenska'],
  ['pl', 'Polski'],
  ['cs', 'Čeština'],
  ['hr', 'Hrvatski'],
  ['hu', 'Magyar'],
  ['lt', 'Lietuvių'],
  ['tr', 'Türkçe'],
  ['vi', 'Tiếng Việt'],
];

/** The office's page of the school itself: its name, the order of its letters, its years and terms. */
export function SchoolPage() {
  usePageTitle('School');
  const session = api.useReadSessionQuery();
  const years = api.useListYearsQuery();
  const [open, setOpen] = useState<Year | 'new' | null>(null);
  return (
    <PageFrame
      title="School and years"
      actions={
        <>
          <Link className={buttonClass('quiet')} to="/people">
            People
          </Link>
          <Link className={buttonClass('quiet')} to="/lists">
            Package of lists
          </Link>
        </>
      }
    >
      <Trouble />
      <Read of={session}>{({ school }) => <SchoolForm key={school.name} school={school} />}</Read>
      <section className="grid gap-3">
        <h2>Years</h2>
        <Read of={years} what="Reading the years">
          {(known) => (
            <ul className="grid list-none gap-2 p-0">
              {known.map((year) => (
                <li key={year.id}>
                  <button
                    type="button"
                    onClick={() => setOpen(year)}
                    className="flex w-full flex-wrap items-center gap-x-5 gap-y-1 rounded-lg border border-line bg-surface px-4 py-2.5 text-left text-ink hover:border-edge"
                  >
                    <b className="font-semibold">{year.label}</b>
                    <span className="text-small text-ink-2">
                      {year.startsOn} to {year.endsOn}
                    </span>
                    <span className="text-small text-ink-2">
                      {year.terms.map(({ name }) => name).join(' · ')}
                    </span>
                    {year.isOver ? (
                      <b className="ml-auto rounded bg-brass-soft px-2 py-0.5 text-small">read only</b>
                    ) : null}
                  </button>
                </li>
              ))}
            </ul>
          )}
        </Read>
        <div className="flex flex-wrap gap-3">
          <Button onClick={() => setOpen('new')}>Make a year</Button>
          <Link className={buttonClass()} to="/begin-year">
            Start a year from an earlier one
          </Link>
        </div>
      </section>
      {open ? (
        <Dialog
          title={open === 'new' ? 'A new year' : open.label}
          description="Name, days and terms of a school year"
          open
          onClose={() => setOpen(null)}
        >
          <YearForm {...(open === 'new' ? {} : { year: open })} onDone={() => setOpen(null)} />
        </Dialog>
      ) : null}
    </PageFrame>
  );
}

function SchoolForm({ school }: { school: AnswerOf<'readSession'>['school'] }) {
  const [name, setName] = useState(school.name);
  const [language, setLanguage] = useState(school.language);
  const [error, setError] = useState<string>();
  const [change, { isLoading }] = api.useChangeSchoolMutation();
  const submit = async () => {
    const read = schoolBody.safeParse({ name, language });
    if (!read.success) return setError(read.error.issues[0]?.message);
    const result = await change({ body: read.data });
    if (result.error) return tellFailure(result.error);
    setError(undefined);
    tell('Saved.');
  };
  const known = languages.some(([tag]) => tag === language)
    ? languages
    : [...languages, [language, language] as const];
  return (
    <FormWithFaults className="flex flex-wrap items-start gap-4" noValidate onSubmit={submit}>
      <Field label="Name of the school" error={error} className="w-80">
        <input className={inputClass} value={name} onChange={(event) => setName(event.target.value)} />
      </Field>
      <Field label="Order of letters" hint="in lists of names">
        <select className={inputClass} value={language} onChange={(event) => setLanguage(event.target.value)}>
          {known.map(([tag, says]) => (
            <option key={tag} value={tag}>
              {says}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Time zone" hint="set when the school was opened">
        <input className={inputClass} value={school.timeZone} readOnly />
      </Field>
      <Button
        type="submit"
        className="mt-6"
        disabled={isLoading || (name === school.name && language === school.language)}
      >
        Save
      </Button>
    </FormWithFaults>
  );
}
