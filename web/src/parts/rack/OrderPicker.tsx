import { sortOrders, type SortOrder } from '@vestibul/core';
import { inputClass } from '../ui/Field';
import { setOrder, useArrangement } from './useArrangement';

const words: Record<SortOrder, string> = {
  last: 'last name',
  first: 'first name',
  called: 'called by',
  group: 'small group',
};

/** In which order students stand. */
export function OrderPicker() {
  const { order } = useArrangement();
  return (
    <label className="flex items-center gap-2 text-small whitespace-nowrap text-ink-2">
      by
      <select
        aria-label="Order of students"
        className={`${inputClass} w-auto! py-1 text-small`}
        value={order}
        onChange={(event) => setOrder(event.target.value as SortOrder)}
      >
        {sortOrders.map((known) => (
          <option key={known} value={known}>
            {words[known]}
          </option>
        ))}
      </select>
    </label>
  );
}
