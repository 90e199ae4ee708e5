import type { Response } from 'express';
import type { ReceiptFile } from '@vestibul/core';
import { setDownload } from '../platform/http/send';

/** A proof of a line of the ledger, as a small file to keep. */
export function sendReceiptFile(response: Response, title: string, receipt: ReceiptFile): void {
  setDownload(response, `${title}.json`, 'application/json; charset=utf-8');
  response.end(`${JSON.stringify(receipt, null, 2)}\n`);
}
