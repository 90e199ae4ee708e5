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

export async function buildServer(options = {}) {
  const esbuild = await import('esbuild');
  const out = path.join(root, '.build');
  const settings = {
    absWorkingDir: root,
    entryPoints: {
      'server/main': 'server/src/main.ts',
      'demo/make': 'demo/src/make.ts',
      'cli/vestibul': 'cli/src/main.ts',
      'bench/run': 'bench/src/run.ts',
    },
    outdir: out,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [ownOnly],
    ...options,
  };
  // The server finds its migrations and its worker beside itself, from source and from here; the demo's maker and the bench are servers too.
  for (const place of ['server', 'demo', 'bench']) {
    const folder = path.join(out, place);
    fs.rmSync(folder, { recursive: true, force: true });
    fs.mkdirSync(folder, { recursive: true });
    fs.cpSync(path.join(root, 'server/src/store/migrations'), path.join(folder, 'migrations'), {
      recursive: true,
    });
    fs.copyFileSync(path.join(root, 'server/src/vault/hashWorker.mjs'), path.join(folder, 'hashWorker.mjs'));
  }
  return { esbuild, settings };
}

export async function build() {
  const { esbuild, settings } = await buildServer();
  await esbuild.build(settings);
  const vite = await import('vite');
  await vite.build({ root: path.join(root, 'web'), logLevel: 'warn' });
}
