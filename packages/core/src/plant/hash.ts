/** What a result was made from, in 64 bits: a result is stale when the same parts of the document hash to something else. */

const kept = new WeakMap<object, string>();

/** Hash of values; the text of an object that was hashed before (a document's parts are never changed in place) is not written again. */
export function hashOf(...parts: readonly unknown[]): string {
  return hashText(parts.map(textOf).join('\n'));
}

function textOf(part: unknown): string {
  if (typeof part !== 'object' || part === null) return String(part);
  let text = kept.get(part);
  if (text === undefined) {
    const whole = JSON.stringify(part);
    text = whole.length > LONG ? hashText(whole) : whole;
    kept.set(part, text);
  }
  return text;
}

/** FNV-1a over UTF-16 units, in two 32-bit lanes with different offsets: 64 bits are ample for the few states that one page sees. */
function hashText(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x5bd1e995);
  }
  return (a >>> 0).toString(16).padStart(8, '0') + (b >>> 0).toString(16).padStart(8, '0');
}

/** Characters above which only the hash is kept. */
const LONG = 1000;
