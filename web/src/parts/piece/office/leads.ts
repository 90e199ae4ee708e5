import { localName, walkXml, type OfficePackage } from './openPackage';

/** Where a part of a package leads: the part that is there, and what it is. */
export interface Lead {
  id: string;
  type: string;
  path: string;
}

/** What a part leads to in its package (Open Packaging Conventions, ECMA-376 part 2, section 6.5); '' is the package itself. */
export function leadsOf(opened: OfficePackage, of: string): Lead[] {
  const folder = folderOf(of);
  const leads: Lead[] = [];
  walkXml(opened.text(resolvePath(folder, `_rels/${of.slice(of.lastIndexOf('/') + 1)}.rels`)) ?? '', {
    open(name, { Id: id = '', Type: type = '', Target: target = '' }) {
      if (localName(name) === 'Relationship') leads.push({ id, type, path: resolvePath(folder, target) });
    },
  });
  return leads;
}

/** The folder that a part lies in; '' for the root. */
export const folderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')));

/** A path that is told from a folder of the package, or from its root. */
export function resolvePath(folder: string, target: string): string {
  if (target.startsWith('/')) return target.slice(1);
  const parts = folder === '' ? [] : folder.split('/');
  for (const part of target.split('/'))
    if (part === '..') parts.pop();
    else if (part !== '.') parts.push(part);
  return parts.join('/');
}
