import { keepChoice, useKeptChoice, type KeptChoice } from '../../parts/hall/useKeptChoice';
import { canCoverWords } from '../../parts/piece/CoveredNames';
import { inputClass } from '../../parts/ui/Field';
import type { Course } from '../../state/api';
import {
  queueOrders,
  queueShows,
  queueWorkers,
  type QueueOrder,
  type QueueShow,
  type QueueWorker,
} from './queue';

const showChoice: KeptChoice<QueueShow> = { key: 'vestibul.queue.show', values: queueShows, first: 'all' };
const orderChoice: KeptChoice<QueueOrder> = {
  key: 'vestibul.queue.order',
  values: queueOrders,
  first: 'name',
};
const workerChoice: KeptChoice<QueueWorker> = {
  key: 'vestibul.queue.worker',
  values: queueWorkers,
  first: 'anybody',
};
const namesChoice: KeptChoice<'shown' | 'hidden'> = {
  key: 'vestibul.queue.names',
  values: ['shown', 'hidden'],
  first: 'shown',
};

const showWords: Partial<Record<QueueShow, string>> = { all: 'all work' };
const orderWords: Partial<Record<QueueOrder, string>> = { name: 'by name' };
const workerWords: Record<QueueWorker, string> = {
  anybody: 'whoever began it',
  me: 'begun by me',
  another: 'begun by others',
  nobody: 'begun by nobody',
};

/** Shows all again, where nothing is as it was asked for. */
export function showAll(): void {
  keepChoice(showChoice, 'all');
  keepChoice(workerChoice, 'anybody');
}

/** How somebody goes through the queue, on this device. */
export function useQueueChoices() {
  const isHidden = useKeptChoice(namesChoice) === 'hidden';
  const order = useKeptChoice(orderChoice);
  return {
    show: useKeptChoice(showChoice),
    worker: useKeptChoice(workerChoice),
    // By name, the order would tell who it is.
    order: isHidden ? ('at random' as const) : order,
    isHidden,
  };
}

/** Which work lies on the pile, and in which order. */
export function QueueChoices({ course }: { course: Course }) {
  const { show, worker, order, isHidden } = useQueueChoices();
  return (
    <div className="grid gap-1.5">
      <div className="flex gap-1.5">
        <Choice label="Work to show" choice={showChoice} value={show} words={showWords} />
        {isHidden ? null : (
          <Choice label="Order of the work" choice={orderChoice} value={order} words={orderWords} />
        )}
      </div>
      {course.staff.length > 1 ? (
        <div className="flex">
          <Choice
            label="Whose work it is to review"
            choice={workerChoice}
            value={worker}
            words={workerWords}
          />
        </div>
      ) : null}
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

interface ChoiceProps<Value extends string> {
  label: string;
  choice: KeptChoice<Value>;
  value: Value;
  /** Where a value does not say all that is chosen. */
  words: Partial<Record<Value, string>>;
}

function Choice<Value extends string>({ label, choice, value, words }: ChoiceProps<Value>) {
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
