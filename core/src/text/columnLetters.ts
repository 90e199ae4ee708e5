/** The letters of a column of a workbook, from 1: A, …, Z, AA (ECMA-376 part 1, section 18.18.7). */
export function columnLetters(column: number): string {
  let letters = '';
  for (let rest = column; rest > 0; rest = Math.floor((rest - 1) / 26))
    letters = String.fromCharCode(65 + ((rest - 1) % 26)) + letters;
  return letters;
}
