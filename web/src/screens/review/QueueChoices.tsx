import { keepChoice, useKeptChoice, type KeptChoice } from '../../parts/hall/useKeptChoice';
import { inputClass } from '../../parts/ui/Field';
import { queueOrders, queueShows, type QueueOrder, type QueueShow } from './queue';

const showChoice: KeptChoice<QueueShow> = { key: 'vestibul.queue.show', values: queueShows, first: 'all' };
const orderChoice: KeptChoice<QueueOrder> = {
  key: 'vestibul.queue.order',
  values: queueOrders,
  first: 'name',
};

/** Where a value does not say all that is chosen. */
const words: Partial<Record<QueueShow | QueueOrder, string>> = { all: 'all work', name: 'by name' };

/** Shows all again, where nothing is as it was asked for. */
export const showAll = () => keepChoice(showChoice, 'all');

/** How somebody goes through the queue, on this device. */
export function useQueueChoices() {
  return { show: useKeptChoice(showChoice), order: useKeptChoice(orderChoice) };
}

/** Which work lies on the pile, and in which order. */
export function QueueChoices() {
  const { show, order } = useQueueChoices();
  return (
    <div className="flex gap-1.5">
      <Choice label="Work to show" choice={showChoice} value={show} />
      <Choice label="Order of the work" choice={orderChoice} value={order} />
    </div>
  );
}

interface ChoiceProps<Value extends QueueShow | QueueOrder> {
  label: string;
  choice: KeptChoice<Value>;
  value: Value;
}

function Choice<Value extends QueueShow | QueueOrder>({ label, choice, value }: ChoiceProps<Value>) {
  return (
    <select
      aria-label={label}
      className={`${inputClass} min-w-0 flex-1 px-2! py-1! text-small`}
      value={value}
      onChange={(event) => {
        const chosen = choice.values.find((known) => known === event.target.value);
        if (chosen) keepChoice(choice, chosen);
      }}
    >
      {choice.values.map((known) => (
        <option key={known} value={known}>
          {words[known] ?? known}
        </option>
      ))}
    </select>
  );
}
