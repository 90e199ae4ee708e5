/** Hands on what comes: the first at once, and what follows within `ms` milliseconds together, so that a flood is few handfuls. */
export function inBursts<Item>(take: (items: readonly Item[]) => void, ms: number) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let waiting: Item[] = [];
  const handOn = () => {
    timer = undefined;
    if (waiting.length === 0) return;
    const items = waiting;
    waiting = [];
    timer = setTimeout(handOn, ms);
    take(items);
  };
  return {
    add(item: Item): void {
      waiting.push(item);
      if (timer === undefined) handOn();
    },
    /** What waits is not handed on any more. */
    stop(): void {
      clearTimeout(timer);
      waiting = [];
    },
  };
}
