/** A name or phrase at the head of a sentence; a prefix such as n- or 2- stays as chemists write it: n-Pentane. */
export function capital(text: string): string {
  const [, prefix = '', rest = text] = /^((?:n|o|m|p|\d+(?:,\d+)*)-)?(.*)$/s.exec(text) ?? [];
  return prefix + rest.charAt(0).toUpperCase() + rest.slice(1);
}

/** A, b and c. */
export const listed = (names: readonly string[]): string =>
  capital(names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`);
