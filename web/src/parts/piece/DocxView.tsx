import DOMPurify from 'dompurify';
import { useEffect, useState } from 'react';
import { Failed, Loading } from '../messages/States';
import { useBytes } from './useBytes';

const sheet = `body{font:16px/1.5 Georgia,serif;color:#1b2422;background:#fffefa;margin:0;padding:32px 40px;overflow-wrap:anywhere}
img{max-width:100%}table{border-collapse:collapse}td,th{border:1px solid #c9c6b8;padding:2px 8px}`;

/** The text of a document. It is cleaned and put into a frame in which nothing can run. */
export function DocxView({ source, name }: { source: string; name: string }) {
  const bytes = useBytes(source);
  const [html, setHtml] = useState<string | null | undefined>();

  useEffect(() => {
    if (bytes.status !== 'there') return;
    const worker = new Worker(new URL('../../workers/docx.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<{ html: string | null }>) => setHtml(data.html);
    worker.onerror = () => setHtml(null);
    worker.postMessage(bytes.bytes);
    return () => worker.terminate();
  }, [bytes]);

  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  if (html === null) return <Failed failure={{ code: 'bytes-missing', details: { name } }} />;
  if (html === undefined) return <Loading what="Reading the document" />;
  const clean = DOMPurify.sanitize(html, { FORBID_TAGS: ['style', 'form', 'input'], FORBID_ATTR: ['style'] });
  return (
    <iframe
      title={name}
      sandbox=""
      srcDoc={`<!doctype html><meta charset="utf-8"><style>${sheet}</style>${clean}`}
      className="min-h-0 w-full flex-1 rounded border border-paper-edge bg-paper"
    />
  );
}
