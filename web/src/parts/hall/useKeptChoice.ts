import { useSyncExternalStore } from 'react';
import { browserShelf } from '../../state/browserShelf';

const changes = new EventTarget();

/** One of a few, chosen on this device for everywhere it is asked, and there again tomorrow. */
export interface KeptChoice<Value extends string> {
  key: string;
  values: readonly Value[];
  /** What holds until somebody chooses. */
  first: Value;
}

function readChoice<Value extends string>({ key, values, first }: KeptChoice<Value>): Value {
  const stored = browserShelf.getItem(key);
  return values.find((value) => value === stored) ?? first;
}

export function keepChoice<Value extends string>({ key }: KeptChoice<Value>, value: Value): void {
  browserShelf.setItem(key, value);
  changes.dispatchEvent(new Event('change'));
}

const listen = (changed: () => void) => {
  changes.addEventListener('change', changed);
  return () => changes.removeEventListener('change', changed);
};

/** What is chosen now. */
export function useKeptChoice<Value extends string>(choice: KeptChoice<Value>): Value {
  return useSyncExternalStore(listen, () => readChoice(choice));
}
