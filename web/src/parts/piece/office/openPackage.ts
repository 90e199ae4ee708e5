import { unzipSync } from 'fflate';
import { Parser } from 'htmlparser2';
import { Unreadable } from './Unreadable';

/** Longest part of a package that is unpacked, and of all of them together, in bytes: of more a tab would run out. */
const LONGEST_PART = 60_000_000;
const LONGEST_TOGETHER = 120_000_000;

/** The parts of an office package, by their names; as much is unpacked of each as the package says, and not a byte more. */
export class OfficePackage {
  readonly #parts: Record<string, Uint8Array>;

  /** Throws where the bytes are no package, or too much is in it. `wanted` says by its name whether a part is unpacked. */
  constructor(bytes: ArrayBuffer, wanted: (name: string) => boolean) {
    let together = 0;
    this.#parts = unzipSync(new Uint8Array(bytes), {
      filter({ name, originalSize }) {
        if (!wanted(name)) return false;
        together += originalSize;
        if (originalSize > LONGEST_PART || together > LONGEST_TOGETHER) throw new Unreadable('long');
        return true;
      },
    });
  }

  bytes(name: string): Uint8Array | null {
    return this.#parts[name] ?? null;
  }

  text(name: string): string | null {
    const bytes = this.bytes(name);
    return bytes && new TextDecoder().decode(bytes);
  }
}

export interface XmlHandlers {
  open?: (name: string, attributes: Record<string, string>) => void;
  text?: (text: string) => void;
  close?: (name: string) => void;
}

/** Goes through XML from its beginning to its end; entities that a document defines itself are not put in. */
export function walkXml(xml: string, { open, text, close }: XmlHandlers): void {
  const parser = new Parser(
    { onopentag: open, ontext: text, onclosetag: close },
    { xmlMode: true, decodeEntities: true },
  );
  parser.end(xml);
}

/** The name of an element without what stands for its namespace, which is each writer's own to choose. */
export const localName = (name: string): string => name.slice(name.indexOf(':') + 1);
