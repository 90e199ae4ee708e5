import fs from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** Asks for the faces of every page together with the page: one that gets them after its text is laid out twice. */
const fontsFirst: Plugin = {
  name: 'fonts-first',
  transformIndexHtml: {
    order: 'post',
    handler: (_page, { bundle = {} }) =>
      Object.keys(bundle)
        .filter((file) => /(next|grotesque)-latin-wght-normal.*\.woff2$/.test(file))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${file}` },
          injectTo: 'head',
        })),
  },
};

/**
 * Puts beside the pages what the library that draws PDFs fetches only for some of them, under its version: what never changes is
 * kept for ever by browsers.
 */
function pdfParts(): Plugin {
  const folder = path.dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'));
  const { version } = JSON.parse(fs.readFileSync(path.join(folder, 'package.json'), 'utf8')) as {
    version: string;
  };
  const base = `assets/pdf-${version}/`;
  const parts = ['cmaps', 'iccs', 'standard_fonts', 'wasm'];
  return {
    name: 'pdf-parts',
    generateBundle() {
      for (const part of parts)
        for (const file of fs.readdirSync(path.join(folder, part)))
          this.emitFile({
            type: 'asset',
            fileName: `${base}${part}/${file}`,
            source: fs.readFileSync(path.join(folder, part, file)),
          });
    },
    configureServer(server) {
      server.middlewares.use(`/${base}`, (request, response, next) => {
        const asked = path.normalize(decodeURIComponent(request.url ?? '')).replace(/^\/+/, '');
        const isPart = parts.some((part) => asked.startsWith(`${part}${path.sep}`));
        const file = path.join(folder, asked);
        if (isPart && fs.existsSync(file)) response.end(fs.readFileSync(file));
        else next();
      });
    },
  };
}

/** With what it brings along. */
const SENDS_FILES = /node_modules\/(tus-js-client|js-base64|url-parse|querystringify|requires-port)\//;
const READS_FORMS =
  /[\\/]node_modules[\\/](zod|react-hook-form|@hookform)[\\/]|[\\/]contract[\\/]src[\\/].*(shapes|requests|bodies|anchor)\.ts$/;

export default defineConfig({
  plugins: [react(), tailwindcss(), fontsFirst, pdfParts()],
  build: {
    outDir: fileURLToPath(new URL('../.build/web', import.meta.url)),
    emptyOutDir: true,
    // Fonts and pictures stay files: the content policy allows no data fonts.
    assetsInlineLimit: 0,
    manifest: true,
    chunkSizeWarningLimit: 1500,
    // What nearly all pages share comes as one: to ask for each small part by itself keeps an opening page waiting.
    // What reads forms (the schemas and their library) and what sends files is not among it: most pages begin without.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'shared',
              minShareCount: 10,
              test: (id) => !READS_FORMS.test(id) && !SENDS_FILES.test(id),
            },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
  // Its other build counts on Node.js.
  resolve: { alias: { 'csv-parse/sync': 'csv-parse/browser/esm/sync' } },
});
