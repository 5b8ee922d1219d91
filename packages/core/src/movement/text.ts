/** Words that keep their capital wherever they stand: names of peoples and places, and single letters ("T hold"). */
const PROPER = /^(?:Romanian|Nordic|Cossack|[B-HJ-Z](?![a-z’']))/;

/** For a sentence that goes on in the middle of another; names ("Romanian") keep their capital. */
export function lowerFirst(text: string): string {
  if (PROPER.test(text)) return text;
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** Without what stands in brackets at its end: the textbook's name of a muscle. */
export function withoutBrackets(name: string): string {
  return name.replace(/ \(.*\)$/, '');
}

export function upperFirst(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** For comparing what somebody typed: lower case, without accents. */
export function searchable(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().trim();
}

/** "Ada, Ben and Cleo". */
export function listed(names: readonly string[]): string {
  if (names.length < 2) return names.join('');
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
}
