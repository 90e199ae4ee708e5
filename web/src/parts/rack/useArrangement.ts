import { useSyncExternalStore } from 'react';
import { sortOrders, type SortOrder } from '@vestibul/core';
import { browserShelf } from '../../state/browserShelf';
import type { Arrangement } from './courseWork';
import { useLanguage } from '../hall/useSession';

const KEY = 'vestibul.order';
const changes = new EventTarget();

function current(): SortOrder {
  const stored = browserShelf.getItem(KEY);
  return sortOrders.find((order) => order === stored) ?? 'last';
}

/** Puts students in another order from now on, on this device: rack, desk and roster share it. */
export function setOrder(order: SortOrder): void {
  browserShelf.setItem(KEY, order);
  changes.dispatchEvent(new Event('change'));
}

/** The order in which students stand, and the language whose letters decide. */
export function useArrangement(): Arrangement {
  const language = useLanguage();
  const order = useSyncExternalStore((changed) => {
    changes.addEventListener('change', changed);
    return () => changes.removeEventListener('change', changed);
  }, current);
  return { order, language };
}
