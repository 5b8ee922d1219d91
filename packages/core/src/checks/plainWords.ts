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

/** The rules whose own words say how the rule is written, not what would be right; any other keeps its words. */
const NUMBERS = ['isInt', 'isNumber', 'min', 'max'];
const LENGTHS = ['isLength', 'minLength', 'maxLength'];

/** Whether a rule still has the words that it comes with: ours say what would be right already. */
const isStock = (property: string, words: string) => words.startsWith(`${property} `) || words.startsWith('each value in ');

/**
 * What is wrong with a property in the words of somebody who fills in a form, after its name: `heightCm: a number from 80 to 250`. Rules
 * that were given words of their own keep them, and what several say of the same is said once.
 */
export function plainWords(property: string, value: unknown, broken: Broken): readonly string[] {
  const stock = new Map(Object.entries(broken).filter(([, words]) => isStock(property, words)));
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
  if (length && !stock.has('isString')) said.push(lengthText(length, value));
  const rest = [...stock].flatMap(([rule, words]) => {
    if (NUMBERS.includes(rule) || LENGTHS.includes(rule)) return [];
    return [words.startsWith(`${property} `) ? words.slice(property.length + 1) : words];
  });
  return [...own, ...[...said, ...rest].map((words) => `${property}: ${words}`)];
}
