// npm run bench [-- NAME ...]: what Vestibul costs, as ratios to a plain baseline measured in the same run.
import path from 'node:path';
import { ensureBuilt, ensureInstalled, must, root } from './tools.mjs';

ensureInstalled();
await ensureBuilt();
must(process.execPath, [path.join(root, '.build/bench/run.mjs'), ...process.argv.slice(2)]);
