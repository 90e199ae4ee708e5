import { compact } from '../text/nameWords';
import type { NameValues } from '../naming/writeName';

/** Blanks the domains of the school's addresses, which can run into the words behind them. */
export function makeDomainCleaner(students: readonly { values: NameValues }[]): (name: string) => string {
  const addresses = students.map(({ values }) => String(values.email ?? '').toLowerCase()).filter(Boolean);
  const domains = new Set(addresses.flatMap((address) => address.split('@').slice(1)));
  /** Accounts that a name would be divided at. */
  const divided = addresses.filter((address) => /[^a-z0-9@]/u.test(address.split('@')[0]!));
  return (name) => {
    if (!name.includes('@')) return name;
    let text = name;
    for (const address of divided) {
      const at = text.toLowerCase().indexOf(address);
      const account = address.split('@')[0]!;
      if (at >= 0) text = text.slice(0, at) + compact(account) + text.slice(at + account.length);
    }
    for (const domain of domains) {
      const at = text.toLowerCase().indexOf(`@${domain}`);
      if (at >= 0)
        text = `${text.slice(0, at + 1)}${' '.repeat(domain.length)}${text.slice(at + 1 + domain.length)}`;
    }
    return text;
  };
}
