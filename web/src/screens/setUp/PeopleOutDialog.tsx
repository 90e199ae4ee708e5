import { useState } from 'react';
import { pathOf } from '@vestibul/contract';
import {
  peopleColumns,
  peopleFormats,
  peopleHeadings,
  writeAddresses,
  type PeopleColumn,
  type PeopleFormat,
} from '@vestibul/core';
import { Button, buttonClass } from '../../parts/ui/Button';
import { Dialog } from '../../parts/ui/Dialog';
import { sayCount } from '../../parts/ui/format';
import { tell } from '../../parts/messages/Notices';
import { Check } from '../../parts/ui/Check';
import type { Course, RosterStudent } from '../../state/api';
import { onePeriod } from '../../parts/courses/periods';

const formats: Record<PeopleFormat, string> = {
  csv: 'CSV, for a spreadsheet',
  tsv: 'Tab-separated',
  vcard: 'vCard, for an address book',
};

interface PeopleOutDialogProps {
  course: Course;
  period: string;
  students: readonly RosterStudent[];
  onClose: () => void;
}

/** The roster back out again: all addresses in one copy, or a file of chosen columns. */
export function PeopleOutDialog({ course, period, students, onClose }: PeopleOutDialogProps) {
  const known = onePeriod(course, period);
  const [group, setGroup] = useState('');
  const [columns, setColumns] = useState<readonly PeopleColumn[]>(['last', 'first', 'email']);
  const [format, setFormat] = useState<PeopleFormat>('csv');
  const meant = students
    .filter((student) => student.leftAt === null)
    .filter((student) => !known || student.periodId === known.id)
    .filter((student) => !group || student.groupId === group);
  const addresses = meant.filter(({ email }) => email);
  const query = new URLSearchParams({
    format,
    columns: columns.join(','),
    ...(known ? { period: known.id } : {}),
    ...(group ? { group } : {}),
  });
  const toggle = (column: PeopleColumn) =>
    setColumns(
      columns.includes(column)
        ? columns.filter((one) => one !== column)
        : peopleColumns.filter((one) => one === column || columns.includes(one)),
    );
  return (
    <Dialog
      title={`Export the list of ${known?.label ?? 'all periods'}`}
      description="Addresses and columns of the roster"
      open
      onClose={onClose}
      className="max-w-2xl"
    >
      {known && known.groups.length > 0 ? (
        <label className="flex items-center gap-2.5">
          of
          <select
            className="rounded-lg border border-edge bg-surface px-2 py-1.5 text-ink"
            value={group}
            onChange={(event) => setGroup(event.target.value)}
          >
            <option value="">the whole period</option>
            {known.groups.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <div className="flex flex-wrap items-center gap-3">
        <Button
          look="go"
          disabled={addresses.length === 0}
          onClick={() =>
            void navigator.clipboard
              .writeText(writeAddresses(addresses))
              .then(() => tell(`${sayCount(addresses.length, 'address', 'addresses')} copied.`))
          }
        >
          Copy {sayCount(addresses.length, 'address', 'addresses')}
        </Button>
        {addresses.length < meant.length ? (
          <span className="text-small text-ink-2">
            {sayCount(meant.length - addresses.length, 'student has', 'students have')} none.
          </span>
        ) : null}
      </div>
      <fieldset className="grid gap-2 border-t border-line pt-4">
        <legend className="sr-only">Columns</legend>
        <p className="font-semibold">Or a file with</p>
        <div className="grid grid-cols-[repeat(auto-fill,minmax(min(10rem,100%),1fr))] gap-1.5">
          {peopleColumns.map((column) => (
            <Check
              key={column}
              label={peopleHeadings[column]}
              checked={columns.includes(column)}
              onChange={() => toggle(column)}
            />
          ))}
        </div>
      </fieldset>
      <div className="flex flex-wrap items-center gap-3">
        <select
          aria-label="Kind of file"
          className="rounded-lg border border-edge bg-surface px-2 py-2 text-ink"
          value={format}
          onChange={(event) => setFormat(event.target.value as PeopleFormat)}
        >
          {peopleFormats.map((one) => (
            <option key={one} value={one}>
              {formats[one]}
            </option>
          ))}
        </select>
        {columns.length > 0 ? (
          <a
            className={buttonClass()}
            href={`${pathOf('readPeopleFile', { courseId: course.id })}?${query}`}
            download
          >
            Save {sayCount(meant.length, 'person', 'people')}
          </a>
        ) : (
          <span className="text-ink-2">Choose at least one column.</span>
        )}
      </div>
    </Dialog>
  );
}
