/** A set with something put in that was not there, or taken out that was. */
export function toggled<Item>(set: ReadonlySet<Item>, item: Item): ReadonlySet<Item> {
  const next = new Set(set);
  if (!next.delete(item)) next.add(item);
  return next;
}
