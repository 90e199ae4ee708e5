// Hashes one file away from the main thread. Plain JavaScript, so that it runs alike from source and from the bundle.
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';

const hash = createHash('sha256');
for await (const chunk of fs.createReadStream(workerData, { highWaterMark: 1 << 20 })) hash.update(chunk);
parentPort.postMessage(hash.digest('hex'));
