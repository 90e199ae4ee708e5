import { useChosen } from '../../../parts/hall/useChosen';
import { useZone } from '../../../parts/hall/useSession';
import type { Course } from '../../../state/api';
import { termNow } from './termNow';

export type Term = Course['year']['terms'][number];

/** As the address says that all terms are looked at. */
export const WHOLE_YEAR = 'all';

/** The term that the address asks for, or the one that goes on; null is the whole year. */
export function useTerm(course: Course, now: number) {
  const [asksFor, choose] = useChosen();
  const zone = useZone();
  const { terms } = course.year;
  const asked = asksFor.get('term');
  const term =
    asked === WHOLE_YEAR ? null : (terms.find(({ id }) => id === asked) ?? termNow(terms, now, zone));
  return { asked, term, setTerm: (id: string) => choose((search) => search.set('term', id)) };
}

/** Whether an assignment falls due in a term, for any period. */
export const isInTerm = ({ dues }: Course['assignments'][number], term: Term | null): boolean =>
  term === null ||
  dues.some(({ dueLocal }) => {
    const day = dueLocal.slice(0, 10);
    return term.startsOn <= day && day <= term.endsOn;
  });
