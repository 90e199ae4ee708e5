/** What pairing one row with one column is worth; pairs that are not listed cannot be made. */
export interface PairValue {
  column: number;
  value: number;
}

export interface OneToOne {
  /** The column of each row, null where none is worth it. */
  columns: (number | null)[];
  /**
   * By how much the whole gets worse at least when a row does not get its column (or does get one, where it has none):
   * what the choice for this row is sure by.
   */
  margins: number[];
}

/**
 * Pairs rows with columns, each with at most one, so that the sum of values is greatest: the assignment problem, solved
 * by successive shortest augmenting paths over the pairs that are listed (Kuhn 1955; Edmonds and Karp 1972). Leaving a
 * row alone is worth 0.
 */
export function solveOneToOne(pairs: readonly (readonly PairValue[])[], columns: number): OneToOne {
  const rowOf = new Array<number | null>(columns).fill(null);
  const columnOf = new Array<number | null>(pairs.length).fill(null);
  const valueOf = (row: number) => {
    const column = columnOf[row];
    return column === null ? 0 : pairs[row]!.find((pair) => pair.column === column)!.value;
  };

  /**
   * The best that comes of giving up what `start` has: rows move on to columns that others leave, until a column is free
   * or a row is left alone. `without` is a pair that may not be made.
   */
  const bestMoves = (start: number, without: number | null) => {
    const gain = new Array<number>(pairs.length).fill(-Infinity);
    const cameFrom = new Array<number | null>(pairs.length).fill(null);
    gain[start] = -valueOf(start);
    const queue = [start];
    const isQueued = new Set(queue);
    let best = { gain: gain[start], row: start, column: null as number | null };
    // Ending by leaving a row alone costs what it had; the start itself has nothing left to lose.
    while (queue.length > 0) {
      const row = queue.shift()!;
      isQueued.delete(row);
      for (const { column, value } of pairs[row]!) {
        if (row === start && column === without) continue;
        const holder = rowOf[column] ?? null;
        const here = gain[row]! + value;
        if (holder === null) {
          if (here > best.gain) best = { gain: here, row, column };
          continue;
        }
        if (holder === row || holder === start) {
          if (holder === start && here > best.gain) best = { gain: here, row, column };
          continue;
        }
        const next = here - valueOf(holder);
        if (next <= gain[holder]! + 1e-12) continue;
        gain[holder] = next;
        cameFrom[holder] = row;
        if (next > best.gain) best = { gain: next, row: holder, column: null };
        if (!isQueued.has(holder)) {
          queue.push(holder);
          isQueued.add(holder);
        }
      }
    }
    return { ...best, cameFrom };
  };

  for (let row = 0; row < pairs.length; row += 1) {
    const moves = bestMoves(row, null);
    if (moves.gain <= 0) continue;
    let at: number | null = moves.row;
    let column: number | null = moves.column;
    while (at !== null) {
      const left: number | null = columnOf[at]!;
      columnOf[at] = column;
      if (column !== null) rowOf[column] = at;
      column = left;
      at = at === row ? null : moves.cameFrom[at]!;
    }
  }

  const rowsOf = new Map<number, { row: number; value: number }[]>();
  pairs.forEach((own, row) => {
    for (const { column, value } of own) rowsOf.set(column, [...(rowsOf.get(column) ?? []), { row, value }]);
  });
  /** What a column that `without` gives up is worth to the others: one moves to it, another to what that one leaves, and so on. */
  const worthOf = (freed: number, without: number): number => {
    const worth = new Map([[freed, 0]]);
    const queue = [freed];
    let best = 0;
    while (queue.length > 0) {
      const column = queue.shift()!;
      for (const { row, value } of rowsOf.get(column) ?? []) {
        const left = columnOf[row]!;
        if (row === without || left === column) continue;
        const here = worth.get(column)! + value - valueOf(row);
        best = Math.max(best, here);
        if (left === null || here <= (worth.get(left) ?? -Infinity) + 1e-12) continue;
        worth.set(left, here);
        queue.push(left);
      }
    }
    return best;
  };

  const margins = pairs.map((own, row) => {
    const column = columnOf[row]!;
    if (column === null) {
      // What the best of the columns it might have had would cost the others.
      let best = -Infinity;
      for (const { column: wanted, value } of own) {
        const holder = rowOf[wanted] ?? null;
        const others = holder === null ? 0 : bestMoves(holder, wanted).gain;
        best = Math.max(best, value + others);
      }
      return best === -Infinity ? Infinity : -best;
    }
    const moved = bestMoves(row, column).gain;
    return -moved - worthOf(column, row);
  });
  return { columns: columnOf, margins };
}
