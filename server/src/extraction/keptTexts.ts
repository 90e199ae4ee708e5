import type { Extracted, Sha256 } from '@vestibul/core';
import { all, one, run, type Database } from '../platform/database/database';
import { tryJob } from '../platform/runJob';
import type { School } from '../platform/School';

/** Bytes of the vault with what they are. */
export interface InVault {
  sha256: Sha256;
  mime: string;
  extension: string;
}

interface Row {
  isRead: number;
  text: string;
  others: string;
}

/**
 * Reads what is in these files and keeps it, each once, beside the requests and one after the other. What ends its thread, is
 * damaged or gone counts as not to be read.
 */
export async function keepTexts(
  school: School,
  files: readonly InVault[],
  shouldStop: () => boolean,
): Promise<void> {
  for (const { sha256, mime, extension } of files) {
    if (isKept(school.db, sha256)) continue;
    const job = { file: school.vault.pathOf(sha256), kind: { sha256, mime, extension } };
    const inside = await tryJob(school, 'extract', job);
    if (shouldStop()) return;
    await school.gate.pass();
    run(
      school.db,
      'INSERT OR REPLACE INTO inside (sha256, is_read, text, others) VALUES (:sha256, :isRead, :text, :others)',
      {
        sha256,
        isRead: inside ? 1 : 0,
        text: inside?.text ?? '',
        others: JSON.stringify(inside?.others ?? []),
      },
    );
  }
}

const isKept = (db: Database, sha256: Sha256): boolean =>
  one(db, 'SELECT 1 AS kept FROM inside WHERE sha256 = ?', [sha256]) !== undefined;

/** Which of these were read already, and whether something could be read in them. */
export function listKept(db: Database, files: readonly Sha256[]): Map<Sha256, boolean> {
  const rows = all<{ sha256: Sha256; isRead: number }>(
    db,
    'SELECT sha256, is_read AS isRead FROM inside WHERE sha256 IN (SELECT value FROM json_each(?))',
    [JSON.stringify(files)],
  );
  return new Map(rows.map(({ sha256, isRead }) => [sha256, isRead === 1]));
}

/** What is in a file, as it was kept; null of what could not be read, or was not read yet. */
export function keptText(db: Database, sha256: Sha256): Extracted | null {
  const row = one<Row>(db, 'SELECT is_read AS isRead, text, others FROM inside WHERE sha256 = ?', [sha256]);
  return row?.isRead ? { text: row.text, others: JSON.parse(row.others) as string[] } : null;
}

/** Forgets the text of bytes that are in the vault no more: of what was put away nothing stays to be read. Returns how many. */
export async function clearTexts(school: School): Promise<number> {
  let cleared = 0;
  for (let after = '', more = true; more;) {
    const page = all<{ sha256: Sha256 }>(
      school.db,
      'SELECT sha256 FROM inside WHERE sha256 > ? ORDER BY sha256 LIMIT 200',
      [after],
    );
    for (const { sha256 } of page) {
      if (await school.vault.has(sha256)) continue;
      run(school.db, 'DELETE FROM inside WHERE sha256 = ?', [sha256]);
      cleared += 1;
    }
    after = page.at(-1)?.sha256 ?? '';
    more = page.length > 0;
  }
  return cleared;
}
