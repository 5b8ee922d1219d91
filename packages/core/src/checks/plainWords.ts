/** What class-validator says of one property, by the name of each rule that it breaks. */
type Broken = Readonly<Record<string, string>>;

const numberIn = (pattern: RegExp, text: string | undefined) => {
  const found = text && pattern.exec(text)?.[1];
  return found ? Number(found) : null;
};

/** "from 80 to 250", "at least 80", "at most 250"; empty without bounds. */
function rangeText(low: number | null, high: number | null): string {
  if (low !== null && high !== null) return ` from ${low} to ${high}`;
  if (low !== null) return `, at least ${low}`;
  return high !== null ? `, at most ${high}` : '';
}

/** A text that is too short or too long. A whole list of texts is told by its first. */
function lengthText(words: string, value: unknown): string {
  const low = numberIn(/longer than or equal to (\d+)/, words) ?? 0;
  const high = numberIn(/shorter than or equal to (\d+)/, words);
  const length = typeof value === 'string' ? value.trim().length : null;
  if (length === 0 && low > 0) return 'is missing';
  if (high !== null && length !== null && length > high) return `${length} letters: at most ${high}`;
  return low > 0 && high !== null
    ? `from ${low} to ${high} letters`
    : high === null
      ? `at least ${low} letters`
      : `at most ${high} letters`;
}

/** Of the rules that say how they are written instead of what would be right: the words that they come with. */
const STOCK: Readonly<Record<string, RegExp>> = {
  isInt: / must be an integer number$/,
  isNumber: / must be a number conforming /,
  min: / must not be less than /,
  max: / must not be greater than /,
  isLength: / must be (?:longer|shorter) than or equal to /,
  minLength: / must be longer than or equal to /,
  maxLength: / must be shorter than or equal to /,
};
const LENGTHS = ['isLength', 'minLength', 'maxLength'];

/**
 * What is wrong with a property in the words of somebody who fills in a form, after its name: `heightCm: a number from 80 to 250`. Rules
 * that were given words of their own keep them, and so does any other; what several say of the same is said once.
 */
export function plainWords(property: string, value: unknown, broken: Broken): readonly string[] {
  const stock = new Map(Object.entries(broken).filter(([rule, words]) => STOCK[rule]?.test(words)));
  const own = Object.entries(broken).flatMap(([rule, words]) => (stock.has(rule) ? [] : [words]));
  const said: string[] = [];
  const low = numberIn(/must not be less than (-?[\d.]+)/, stock.get('min'));
  const high = numberIn(/must not be greater than (-?[\d.]+)/, stock.get('max'));
  if (stock.has('isInt')) said.push(`a whole number${rangeText(low, high)}`);
  else if (stock.has('isNumber')) said.push(`a number${rangeText(low, high)}`);
  else if (low !== null) said.push(`at least ${low}`);
  else if (high !== null) said.push(`at most ${high}`);
  const length = LENGTHS.map((rule) => stock.get(rule)).find((words) => words !== undefined);
  // What is no text at all has no length either.
  if (length && !('isString' in broken)) said.push(lengthText(length, value));
  return [...own, ...said.map((words) => `${property}: ${words}`)];
}
