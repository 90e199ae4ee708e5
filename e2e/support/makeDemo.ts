import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { root } from './paths';

/** Makes the demo school once for all journeys; each worker starts from a copy of it. */
export default function makeDemo(): () => void {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'vestibul-demo-'));
  execFileSync(process.execPath, [path.join(root, '.build/demo/make.mjs'), path.join(folder, 'school')], {
    stdio: 'inherit',
  });
  process.env.VESTIBUL_DEMO_TEMPLATE = path.join(folder, 'school');
  return () => fs.rmSync(folder, { recursive: true, force: true });
}
