import { inputClass } from '../../../parts/ui/Field';
import type { Course } from '../../../state/api';
import { WHOLE_YEAR, type Term } from './useTerm';

interface TermPickerProps {
  course: Course;
  /** Null is the whole year. */
  term: Term | null;
  onChoose: (id: string) => void;
}

/** Which term is looked at; nothing where a year has none. */
export function TermPicker({ course, term, onChoose }: TermPickerProps) {
  const { terms } = course.year;
  if (terms.length === 0) return null;
  return (
    <select
      aria-label="Term"
      className={`${inputClass} w-auto! py-1 text-small`}
      value={term?.id ?? WHOLE_YEAR}
      onChange={(event) => onChoose(event.target.value)}
    >
      {terms.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
      <option value={WHOLE_YEAR}>the whole year</option>
    </select>
  );
}
