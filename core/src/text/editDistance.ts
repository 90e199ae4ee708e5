/**
 * How many letters have to be added, left out, changed, or swapped with their neighbour to make one text of the other,
 * in UTF-16 units: the optimal string alignment distance (Damerau 1964, Levenshtein 1966). Anything above `most` is
 * `most + 1`, and found out sooner.
 */
export function editDistance(a: string, b: string, most = Infinity): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let start = 0;
  while (start < a.length && start < b.length && a.charCodeAt(start) === b.charCodeAt(start)) start += 1;
  let endA = a.length;
  let endB = b.length;
  while (endA > start && endB > start && a.charCodeAt(endA - 1) === b.charCodeAt(endB - 1)) {
    endA -= 1;
    endB -= 1;
  }
  const rows = endA - start;
  const columns = endB - start;
  if (rows === 0 || columns === 0) return Math.min(most + 1, Math.max(rows, columns));
  let older: number[] = [];
  let before = Array.from({ length: columns + 1 }, (_, j) => j);
  for (let i = 1; i <= rows; i += 1) {
    const here = [i];
    let least = i;
    for (let j = 1; j <= columns; j += 1) {
      const [x, y] = [a.charCodeAt(start + i - 1), b.charCodeAt(start + j - 1)];
      let steps = Math.min(before[j]! + 1, here[j - 1]! + 1, before[j - 1]! + (x === y ? 0 : 1));
      if (i > 1 && j > 1 && x === b.charCodeAt(start + j - 2) && a.charCodeAt(start + i - 2) === y)
        steps = Math.min(steps, older[j - 2]! + 1);
      here.push(steps);
      least = Math.min(least, steps);
    }
    if (least > most) return most + 1;
    older = before;
    before = here;
  }
  return Math.min(before[columns]!, most + 1);
}
