import {
  RECEIPT_FORMAT,
  headText,
  type LedgerEvent,
  type ReceiptFile,
  type SubmissionId,
} from '@vestibul/core';
import { Failure } from '../platform/failure';
import type { School } from '../platform/School';
import { readSchool } from '../school/facts';
import { one } from '../platform/database/database';
import { readInclusionPath, readTreeHead } from '../platform/ledger/tree';

/** The proof of one attempt's line of the ledger, as of now. Fails with `not-found`. */
export function makeReceipt(school: School, id: SubmissionId, attempt: number): ReceiptFile {
  const row = one<{ line: number }>(
    school.db,
    'SELECT event_index AS line FROM attempt WHERE submission_id = ? AND n = ?',
    [id, attempt],
  );
  if (!row) throw new Failure('not-found');
  return makeReceiptOfLine(school, row.line);
}

/** The proof of a line of the ledger, as of now. Fails with `not-found`. */
export function makeReceiptOfLine(school: School, index: number): ReceiptFile {
  const line = one<{ canonical: string }>(school.db, 'SELECT canonical FROM event WHERE idx = ?', [index]);
  const head = readTreeHead(school.db);
  const facts = readSchool(school.db);
  if (!line || !head || !facts) throw new Failure('not-found');
  const unsigned = { ...head, at: school.now() };
  return {
    format: RECEIPT_FORMAT,
    school: facts.name,
    publicKey: school.key.publicKey,
    index,
    event: { ...(JSON.parse(line.canonical) as LedgerEvent) },
    path: readInclusionPath(school.db, index, head.size),
    head: { ...unsigned, signature: school.key.sign(headText(facts.name, unsigned)) },
  };
}
