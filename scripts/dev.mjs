// npm run dev: server and pages with reload on change, on the demo school.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { buildServer } from './build.mjs';
import { ensureInstalled, freePort, must, root, say } from './tools.mjs';

ensureInstalled();
const folder = path.resolve(process.env.VESTIBUL_DATA || path.join(root, '.demo'));
const port = await freePort();
const { esbuild, settings } = await buildServer();
let child;

function restart() {
  const start = () => {
    child = spawn(process.execPath, ['--enable-source-maps', path.join(root, '.build/server/main.mjs')], {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, PORT: String(port), VESTIBUL_DATA: folder, VESTIBUL_DEMO: '1' },
    });
  };
  if (!child || child.exitCode !== null) return start();
  child.once('exit', start);
  child.kill('SIGTERM');
}

const context = await esbuild.context({
  ...settings,
  plugins: [
    ...settings.plugins,
    {
      name: 'restart',
      setup: (build) =>
        build.onEnd(({ errors }) => {
          if (errors.length > 0) return;
          if (!fs.existsSync(path.join(folder, 'vestibul.sqlite'))) {
            must(process.execPath, [path.join(root, '.build/demo/make.mjs'), folder]);
          }
          restart();
        }),
    },
  ],
});
await context.watch();
const { createServer } = await import('vite');
const pages = await createServer({
  root: path.join(root, 'web'),
  server: {
    port: Number(process.env.PORT || 4310),
    proxy: { '/api': { target: `http://localhost:${port}`, changeOrigin: false } },
  },
});
await pages.listen();
say(`pages with reload at ${pages.resolvedUrls.local[0]}`);
process.on('SIGINT', () => {
  child?.kill('SIGTERM');
  void Promise.all([context.dispose(), pages.close()]).then(() => process.exit(0));
});
