import { ExternalLink } from 'lucide-react';
import { decodeText, readUriList } from '@vestibul/core';
import { buttonClass } from '../ui/Button';
import { Failed, Loading } from '../messages/States';
import { useBytes } from './useBytes';

/** A link that was turned in: where it leads, said in full before anybody follows it. */
export function LinkView({ source }: { source: string }) {
  const bytes = useBytes(source);
  if (bytes.status === 'loading') return <Loading what="Opening the link" />;
  if (bytes.status === 'failed') return <Failed failure={bytes.failure} />;
  const link = readUriList(decodeText(new Uint8Array(bytes.bytes)));
  if (!link) return <Failed failure={{ code: 'bytes-missing', details: { name: 'this link' } }} />;
  return (
    <div className="m-auto grid max-w-xl justify-items-center gap-4 p-8 text-center">
      <p className="font-display text-2xl leading-tight font-semibold [overflow-wrap:anywhere]">
        {link.title}
      </p>
      <code className="[overflow-wrap:anywhere]">{link.url}</code>
      <a className={buttonClass('go')} href={link.url} target="_blank" rel="noopener noreferrer">
        <ExternalLink aria-hidden="true" className="size-4.5" /> Open in a new window
      </a>
      <p className="text-small text-ink-2">
        The content is outside the school: its owner can change or remove it. What was turned in is the
        address.
      </p>
    </div>
  );
}
