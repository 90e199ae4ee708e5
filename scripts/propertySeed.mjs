import fc from 'fast-check';

// What runs in `npm test` is the same every time. `npm run test:search` takes a fresh seed and more cases.
fc.configureGlobal({
  seed: Number(process.env.PROPERTY_SEED ?? 20261129),
  ...(process.env.PROPERTY_RUNS ? { numRuns: Number(process.env.PROPERTY_RUNS) } : {}),
});
