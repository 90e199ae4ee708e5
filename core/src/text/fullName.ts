/** Names written in the scripts of China, Japan and Korea: the last name comes first, and nothing stands between. */
const LAST_NAME_FIRST = /^[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}\p{sc=Hangul}ー々・]+$/u;

/** How somebody is called in full: `Chidi Abara`, 李娜 (common practice, no source). */
export function fullName(given: string, last: string): string {
  if (LAST_NAME_FIRST.test(given) && LAST_NAME_FIRST.test(last)) return last + given;
  return [given, last].filter(Boolean).join(' ');
}
