import { useState } from 'react';
import type { PersonId } from '@vestibul/core';
import type { Place } from '../../parts/rack/courseWork';
import { toggled } from '../../parts/ui/toggled';

interface Selection {
  of: string;
  /** Whether a press selects, in place of opening. */
  isOn: boolean;
  ids: ReadonlySet<PersonId>;
  /** From whom on a span is selected. */
  from: PersonId | null;
}

/** Several slots that something is to be done with. Of others than `of`, none is selected yet. */
export function useSelection(places: readonly Place[], of: string) {
  const nothing: Selection = { of, isOn: false, ids: new Set(), from: null };
  const [kept, setKept] = useState(nothing);
  const now = kept.of === of ? kept : nothing;
  const idsOf = (some: readonly Place[]) => some.map(({ student }) => student.id);
  const toggle = (id: PersonId) => setKept({ of, isOn: true, ids: toggled(now.ids, id), from: id });
  return {
    isOn: now.isOn,
    ids: now.ids,
    selected: places.filter(({ student }) => now.ids.has(student.id)),
    begin: () => setKept({ ...now, isOn: true }),
    toggle,
    /** Selects all from where the last was selected, or from the one who is at hand, to here. */
    span: (to: PersonId, atHand: PersonId | null) => {
      const all = idsOf(places);
      const from = now.from ?? atHand ?? to;
      const [a, b] = [all.indexOf(from), all.indexOf(to)].toSorted((one, other) => one - other);
      const span = all.slice(Math.max(0, a!), b! + 1);
      setKept({ of, isOn: true, ids: new Set([...now.ids, ...span]), from });
    },
    all: () => setKept({ of, isOn: true, ids: new Set(idsOf(places)), from: now.from }),
    clear: () => setKept(nothing),
  };
}
