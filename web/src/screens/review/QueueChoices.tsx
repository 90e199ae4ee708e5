import { keepChoice, useKeptChoice, type KeptChoice } from '../../parts/hall/useKeptChoice';
import { canCoverWords } from '../../parts/piece/CoveredNames';
import { inputClass } from '../../parts/ui/Field';
import { queueOrders, queueShows, type QueueOrder, type QueueShow } from './queue';

const showChoice: KeptChoice<QueueShow> = { key: 'vestibul.queue.show', values: queueShows, first: 'all' };
const orderChoice: KeptChoice<QueueOrder> = {
  key: 'vestibul.queue.order',
  values: queueOrders,
  first: 'name',
};

const namesChoice: KeptChoice<'shown' | 'hidden'> = {
  key: 'vestibul.queue.names',
  values: ['shown', 'hidden'],
  first: 'shown',
};

/** Where a value does not say all that is chosen. */
const words: Partial<Record<QueueShow | QueueOrder, string>> = { all: 'all work', name: 'by name' };

/** Shows all again, where nothing is as it was asked for. */
export const showAll = () => keepChoice(showChoice, 'all');

/** How somebody goes through the queue, on this device. */
export function useQueueChoices() {
  const isHidden = useKeptChoice(namesChoice) === 'hidden';
  const order = useKeptChoice(orderChoice);
  // By name, the order would tell who it is.
  return { show: useKeptChoice(showChoice), order: isHidden ? ('at random' as const) : order, isHidden };
}

/** Which work lies on the pile, and in which order. */
export function QueueChoices() {
  const { show, order, isHidden } = useQueueChoices();
  return (
    <div className="grid gap-1.5">
      <div className="flex gap-1.5">
        <Choice label="Work to show" choice={showChoice} value={show} />
        {isHidden ? null : <Choice label="Order of the work" choice={orderChoice} value={order} />}
      </div>
      <label className="flex min-h-6 items-center gap-2 text-small">
        <input
          type="checkbox"
          checked={isHidden}
          aria-describedby={isHidden ? 'what-stays' : undefined}
          onChange={() => keepChoice(namesChoice, isHidden ? 'shown' : 'hidden')}
        />
        Hide names until handed back
      </label>
      {isHidden ? (
        <p id="what-stays" className="text-[12.5px] text-ink-2">
          Names in pictures, in handwriting and in what is spoken can’t be hidden
          {canCoverWords ? '' : ', and this browser can’t hide them inside documents'}. Downloads keep theirs.
        </p>
      ) : null}
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
