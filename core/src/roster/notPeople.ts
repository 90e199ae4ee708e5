import { plainWords } from '../text/plainWords';

/** What stands below or between people and counts them, in the languages of the headings (common practice, no source; from memory). */
const COUNTS = new Set(
  'total totals subtotal sum count average mean summe gesamt insgesamt anzahl durchschnitt zwischensumme totale somma media numero totaal aantal gemiddelde razem suma lacznie liczba srednia soma quantidade moyenne effectif recuento promedio celkem summa antal genomsnitt yhteensa toplam ortalama итого всего 合计 总计 小计 人数 合計 総計 합계 계 osszesen'.split(
    ' ',
  ),
);
/** … and whom it counts. */
const OF_WHOM = new Set(
  'of students student pupils pupil learners people names class girls boys grand number schuler eleves alumnos alunos studenti leerlingen uczniow elever de der des no nr n'.split(
    ' ',
  ),
);

/** Whether a name is that of a row of totals, not a person's. */
export function isTotal(last: string, first: string): boolean {
  const words = plainWords(`${last} ${first}`)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  const counts = words.filter((word) => COUNTS.has(word)).length;
  if (counts === 0) return false;
  return words.every((word) => COUNTS.has(word) || OF_WHOM.has(word) || /^\d+$/.test(word));
}

/** Whether a text has a letter in it. */
export const hasLetter = (text: string): boolean => /\p{L}/u.test(text);

/** Whether a name holds what no name holds: digits, an @, brackets, a rule of signs. Somebody should look. */
export const isOddName = (text: string): boolean => /[\d@:*#=<>|\\/_()[\]{}"“”]/u.test(text);

/** What a column beside a name says of somebody who is no longer there (common practice, no source; from memory). */
const LEFT = new Set(
  'withdrawn withdrew dropped drop inactive left transferred exited unenrolled deleted former wd abgemeldet ausgetreten inaktiv abgegangen verlassen parti sorti demissionnaire radie inactif baja retirado inactivo trasladado ritirato trasferito inattivo uitgeschreven vertrokken inactief wypisany nieaktywny desistente transferido inativo anulado avslutad inaktiv sluttet poistunut neaktivni odesel ayrildi pasif выбыл отчислен 退学 转学 轉學 転出 退學 전출 kilepett retras'.split(
    ' ',
  ),
);

/** Whether a cell says that somebody has left. */
export const saysLeft = (cell: string): boolean => LEFT.has(plainWords(cell).replaceAll(' ', ''));
