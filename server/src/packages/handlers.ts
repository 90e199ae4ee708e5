import { Failure } from '../platform/failure';
import { applyPackage, readPackagePage, takePackage } from './packages';
import { caller, type JsonHandlers } from '../platform/http/call';

/** Longest name kept of a package's file, in characters. */
const LONGEST_NAME = 200;

/** A percent-encoded name; '' when it is written otherwise. */
function readName(encoded: string): string {
  try {
    return decodeURIComponent(encoded);
  } catch {
    return '';
  }
}

export const packageHandlers = {
  takePackage(call) {
    const zip: unknown = call.request.body;
    if (!Buffer.isBuffer(zip) || zip.length === 0) throw new Failure('bad-package', { code: 'unreadable' });
    // Header values are Latin-1; the page writes the name percent-encoded.
    const name = readName(call.request.get('x-file-name') ?? '') || 'package.zip';
    return takePackage(call.school, caller(call).id, zip, name.slice(0, LONGEST_NAME));
  },
  readPackage: ({ school, params, query }) => readPackagePage(school, params.packageId, query),
  applyPackage(call) {
    return applyPackage(call.school, caller(call).id, call.params.packageId, call.body);
  },
} satisfies Partial<JsonHandlers>;
