import { readFileSync } from 'node:fs';
import { quoteAt, type Anchor, type PieceId, type Sha256, type SubmissionId } from '@vestibul/core';
import { one, type School } from '@vestibul/server';
import type { Chance } from './random';

/** What a teacher says at a place, by what kind of place it is. */
const saidAt: Record<Anchor['kind'], readonly string[]> = {
  quote: ['Which gauge? Say the post.', 'How do you know? Compare it with the weir.', 'Good evidence.'],
  area: ['This edge leaves the page. Draw it once more.', 'Write the scale here.', 'Well seen.'],
  time: ['Say the name of the bird here.', 'The wind covers you from here on.'],
  cells: ['Are these centimetres or millimetres?', 'Twice the same value. Did you measure both?'],
};

/** A comment at a place of the first piece of an attempt; null where a kind of piece has no places in this school. */
export function placedComment(
  school: School,
  { id, attempt }: { id: SubmissionId; attempt: number },
  chance: Chance,
) {
  const piece = one<{ id: PieceId; mime: string; sha256: Sha256 }>(
    school.db,
    'SELECT id, mime, sha256 FROM piece WHERE submission_id = ? AND attempt = ? ORDER BY n LIMIT 1',
    [id, attempt],
  );
  const anchor = piece && placeIn(school, piece, chance);
  if (!piece || !anchor) return null;
  return { text: chance.pick(saidAt[anchor.kind]), place: { pieceId: piece.id, anchor } };
}

function placeIn(
  school: School,
  { mime, sha256 }: { mime: string; sha256: Sha256 },
  chance: Chance,
): Anchor | null {
  if (mime.startsWith('image/'))
    return {
      kind: 'area',
      x: chance.between(8, 50),
      y: chance.between(10, 55),
      w: chance.between(18, 36),
      h: chance.between(14, 30),
      page: null,
    };
  if (/^(audio|video)\//.test(mime)) return { kind: 'time', from: chance.between(2, 15) / 10, to: null };
  if (mime === 'text/csv') {
    const row = chance.between(3, 7);
    return { kind: 'cells', sheet: null, row, column: 4, toRow: row + 1, toColumn: 4 };
  }
  if (mime !== 'text/plain') return null;
  const text = readFileSync(school.vault.pathOf(sha256), 'utf8');
  const [sentence] = text.match(/(?<=: )[A-Z][^.]+\./) ?? [];
  const from = sentence ? text.indexOf(sentence) : -1;
  return sentence ? quoteAt(text, { from, to: from + sentence.length }) : null;
}
