import { useId } from 'react';
import { offRules, type OffRule } from '@vestibul/core';
import { Field, inputClass } from '../../../parts/ui/Field';
import { tellFailure } from '../../../parts/messages/Notices';
import { api, type Course } from '../../../state/api';

/** What each way of dealing with a name that does not follow does. */
const offRuleWords: Record<OffRule, { title: string; says: string }> = {
  mend: { title: 'Fix it', says: 'It gets its proper name; the old one stays on the record.' },
  ask: { title: 'Ask the student', says: 'They see the proper name and why, and turn in with it.' },
  hold: { title: 'Hold for me', says: 'It gets its proper name and waits for your approval.' },
};

/** What happens at the doors of a course to a name that does not follow. */
export function OffRulePicker({ course }: { course: Course }) {
  const id = useId();
  const [set, { isLoading }] = api.useSetOffRuleMutation();
  return (
    <div className="ml-auto grid justify-items-end">
      <span className="flex items-center gap-2">
        <label htmlFor={id}>A name that does not follow:</label>
        <select
          id={id}
          value={course.offRule}
          disabled={isLoading}
          className="rounded-lg border border-edge bg-surface px-2.5 py-2 font-semibold text-ink"
          onChange={(event) => {
            const offRule = offRules.find((known) => known === event.target.value)!;
            void set({ params: { courseId: course.id }, body: { offRule } }).then(
              ({ error }) => error && tellFailure(error),
            );
          }}
        >
          {offRules.map((key) => (
            <option key={key} value={key}>
              {offRuleWords[key].title}
            </option>
          ))}
        </select>
      </span>
      <span className="text-small text-ink-2">{offRuleWords[course.offRule].says}</span>
    </div>
  );
}

/** What happens to a name that does not follow, for one assignment: as its course has it, or otherwise. */
export function OffRuleField({
  value,
  ofCourse,
  onChange,
}: {
  value: OffRule | null;
  ofCourse: OffRule;
  onChange: (offRule: OffRule | null) => void;
}) {
  return (
    <Field
      label="A name that does not follow the rule"
      hint={offRuleWords[value ?? ofCourse].says}
      className="max-w-md"
    >
      <select
        className={inputClass}
        value={value ?? ''}
        onChange={(event) => onChange(offRules.find((known) => known === event.target.value) ?? null)}
      >
        <option value="">As in the course: {offRuleWords[ofCourse].title.toLowerCase()}</option>
        {offRules.map((known) => (
          <option key={known} value={known}>
            {offRuleWords[known].title}
          </option>
        ))}
      </select>
    </Field>
  );
}
