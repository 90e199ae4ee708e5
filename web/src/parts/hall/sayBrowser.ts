const browsers = [
  ['Edg/', 'Edge'],
  ['OPR/', 'Opera'],
  ['Firefox/', 'Firefox'],
  ['Chrome/', 'Chrome'],
  ['Safari/', 'Safari'],
] as const;
const systems = [
  ['iPhone', 'iPhone'],
  ['iPad', 'iPad'],
  ['Android', 'Android'],
  ['CrOS', 'Chromebook'],
  ['Windows', 'Windows'],
  ['Mac OS X', 'Mac'],
  ['Linux', 'Linux'],
] as const;

const first = (pairs: readonly (readonly [string, string])[], text: string) =>
  pairs.find(([sign]) => text.includes(sign))?.[1];

/** A browser in a few words, from what it says of itself (RFC 9110, section 10.1.5): `Firefox on Windows`. */
export function sayBrowser(agent: string): string {
  const [browser, system] = [first(browsers, agent), first(systems, agent)];
  if (!browser && !system) return 'Another program';
  return [browser ?? 'A browser', system ? `on ${system}` : ''].filter(Boolean).join(' ');
}
