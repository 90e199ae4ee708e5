/**
 * The form under which two names are one name to a file system that ignores case and normalisation
 * (the default of macOS, and Windows for case): NFC of the lower-cased upper-cased NFC.
 */
export function nameKey(name: string): string {
  return name.normalize('NFC').toUpperCase().toLowerCase().normalize('NFC');
}
