import { useMemo } from 'react';
import { sortOrders, type SortOrder } from '@vestibul/core';
import { keepChoice, useKeptChoice, type KeptChoice } from '../hall/useKeptChoice';
import { useLanguage } from '../hall/useSession';
import type { Arrangement } from './courseWork';

const orderChoice: KeptChoice<SortOrder> = { key: 'vestibul.order', values: sortOrders, first: 'last' };

/** Puts students in another order from now on, on this device: rack, desk and roster share it. */
export const setOrder = (order: SortOrder): void => keepChoice(orderChoice, order);

/** The order in which students stand, and the language whose letters decide. */
export function useArrangement(): Arrangement {
  const language = useLanguage();
  const order = useKeptChoice(orderChoice);
  return useMemo(() => ({ order, language }), [order, language]);
}
