/**
 * What makes pieces on the table alike, so that they can be taken together: the same words for a person, wherever they
 * came; of those without such words, the same folder of the same pile. `words` are those of the name that can be
 * somebody's (`Identification.personWords`).
 */
export function alikeBy(pile: string, path: string, words: string): string {
  if (words !== '') return `words ${words}`;
  return `folder ${pile} ${path.split('/').slice(0, -1).join('/')}`;
}
