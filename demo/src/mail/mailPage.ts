import type { CaughtLetter } from './MailStandIn';

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => escapes[sign]!);

const sheet = `body{font:16px/1.5 system-ui,sans-serif;background:#eef1ee;color:#16211d;margin:0 auto;max-width:46rem;padding:1.5rem}
article{background:#fbfcfa;border:1px solid #c8d0cb;border-radius:10px;padding:1rem 1.2rem;margin:1rem 0}
h2{margin:0 0 .3rem;font-size:1.1rem}p{margin:.2rem 0;color:#46544e}pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit;margin:.8rem 0 0}
@media(prefers-color-scheme:dark){body{background:#161f1c;color:#e6ece8}article{background:#1d2824;border-color:#3a4843}p{color:#a9b7b1}}`;

/** The letters that the stand-in caught, the newest first, as a page without a script. */
export function mailPage(letters: readonly CaughtLetter[]): string {
  const list = letters
    .map(
      ({ at, from, to, subject, text }, i) =>
        `<article><h2>${escaped(subject)}</h2><p>to ${escaped(to.join(', '))} · from ${escaped(from)} · ${escaped(at.slice(0, 19).replace('T', ' '))} UTC · <a href="/letters/${i}.eml">as a file</a></p><pre>${escaped(text)}</pre></article>`,
    )
    .join('\n');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<meta http-equiv="refresh" content="5"><title>Caught letters</title><style>${sheet}</style></head><body>
<h1>Caught letters</h1><p>The demo sends no mail. What would have gone out lies here.</p>
${list || '<p>No letter yet.</p>'}</body></html>`;
}
