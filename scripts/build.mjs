// Builds the server, the demo's maker and the pages into .build.
import fs from 'node:fs';
import path from 'node:path';
import { root } from './tools.mjs';

/** Packages stay where npm put them; our own workspaces, which are TypeScript, are bundled in. */
const ownOnly = {
  name: 'own-workspaces-only',
  setup(build) {
    build.onResolve({ filter: /^[^./]/ }, ({ path: name }) =>
      name.startsWith('@vestibul/') ? undefined : { external: true },
    );
  },
};

const forNode = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  logLevel: 'warning',
  plugins: [ownOnly],
};

/** Where a server is built to. */
const places = ['server', 'demo', 'bench'];

export async function buildServer(options = {}) {
  const esbuild = await import('esbuild');
  const out = path.join(root, '.build');
  const settings = {
    absWorkingDir: root,
    entryPoints: {
      'server/main': 'server/src/main.ts',
      'demo/make': 'demo/src/make.ts',
      'demo/mail': 'demo/src/mail/serve.ts',
      // The server finds its threads beside itself; the demo's maker and the bench are servers too.
      ...Object.fromEntries(places.map((place) => [`${place}/worker`, 'server/src/threads/worker.ts'])),
      'bench/run': 'bench/src/run.ts',
      'bench/sender': 'bench/src/sender.ts',
    },
    outdir: out,
    outExtension: { '.js': '.mjs' },
    ...forNode,
    sourcemap: true,
    ...options,
  };
  // The same holds for its migrations.
  for (const place of places) {
    fs.rmSync(path.join(out, place), { recursive: true, force: true });
    copyMigrations(place);
  }
  return { esbuild, settings };
}

function copyMigrations(place) {
  const folder = path.join(root, '.build', place, 'migrations');
  fs.rmSync(folder, { recursive: true, force: true });
  fs.cpSync(path.join(root, 'server/src/platform/database/migrations'), folder, { recursive: true });
}

export async function build() {
  const { esbuild, settings } = await buildServer();
  await esbuild.build(settings);
  await buildCommand();
  const vite = await import('vite');
  await vite.build({ root: path.join(root, 'web'), logLevel: 'warn' });
}

async function buildOne(entry, outfile) {
  const esbuild = await import('esbuild');
  await esbuild.build({
    absWorkingDir: root,
    entryPoints: [entry],
    outfile: path.join(root, outfile),
    ...forNode,
  });
}

/** Builds the command alone, where nothing else was built yet. */
export async function buildCommand() {
  const esbuild = await import('esbuild');
  const outdir = path.join(root, '.build/cli');
  fs.rmSync(outdir, { recursive: true, force: true });
  // In parts: what reads inside files is loaded only where files are read.
  await esbuild.build({
    absWorkingDir: root,
    entryPoints: { vestibul: 'cli/src/main.ts' },
    outdir,
    outExtension: { '.js': '.mjs' },
    splitting: true,
    ...forNode,
  });
}

/** Builds the server's threads alone, for tests that run it from source. */
export async function buildWorker() {
  copyMigrations('server');
  await buildOne('server/src/threads/worker.ts', '.build/server/worker.mjs');
}
