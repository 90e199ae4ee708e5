import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { pathOf } from '@vestibul/contract';
import type { FileId, Form } from '@vestibul/core';
import { Thumbnail } from '../../../parts/piece/Thumbnail';

interface FileRowProps {
  file: { id: FileId; name: string; form: Form };
  /** Where its bytes are read. */
  href: string;
  /** Another one whenever it may look otherwise. */
  version: string;
  onDelete?: (() => void) | undefined;
  children: ReactNode;
}

/** One file of the drawer: what it looks like, its name, and what is to be said of it. */
export function FileRow({ file: { id, name, form }, href, version, onDelete, children }: FileRowProps) {
  return (
    <li className="relative flex min-h-22 items-start gap-2 rounded-lg border border-line bg-surface py-3 pr-4 pl-28">
      <Thumbnail
        source={pathOf('readMyThumbnail', { fileId: id })}
        version={version}
        form={form}
        className="absolute top-3.5 left-4 h-15 w-20 rounded-sm border border-line object-cover object-top"
      />
      <div className="grid min-w-0 flex-1 content-start gap-1">
        <a href={href} className="font-mono font-semibold [overflow-wrap:anywhere] text-act">
          {name}
        </a>
        {children}
      </div>
      {onDelete ? (
        <button
          type="button"
          aria-label={`Delete ${name}`}
          title="Delete"
          className="-mt-1 -mr-2 grid size-11 shrink-0 place-items-center rounded text-ink-2 hover:bg-ground"
          onClick={onDelete}
        >
          <Trash2 aria-hidden="true" className="size-4.5" />
        </button>
      ) : null}
    </li>
  );
}
