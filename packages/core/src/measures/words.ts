/** A name or phrase at the head of a sentence; a prefix such as n- or 2- stays as chemists write it: n-Pentane. */
export function capital(text: string): string {
  const [, prefix = '', rest = text] = /^((?:n|o|m|p|\d+(?:,\d+)*)-)?(.*)$/s.exec(text) ?? [];
  return prefix + rest.charAt(0).toUpperCase() + rest.slice(1);
}
