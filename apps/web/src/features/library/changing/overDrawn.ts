type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * What was changed on the page, made in what the draft has come to be since that was drawn: fast fingers are ahead of the page, and only what
 * they touched counts. `after` shares with `drawn` whatever wasn't touched.
 */
export function overDrawn<Value>(latest: Value, drawn: Value, after: Value): Value {
  if (drawn === after) return latest;
  if (latest === drawn) return after;
  if (Array.isArray(latest) && Array.isArray(drawn) && Array.isArray(after)) {
    const isInPlace = latest.length === drawn.length && drawn.length === after.length;
    return (isInPlace ? after.map((each, at) => overDrawn<unknown>(latest[at], drawn[at], each)) : after) as Value;
  }
  if (!isFields(latest) || !isFields(drawn) || !isFields(after)) return after;
  const next: Record<string, unknown> = { ...latest };
  for (const field of new Set([...Object.keys(drawn), ...Object.keys(after)])) {
    if (drawn[field] === after[field]) continue;
    const value = overDrawn(latest[field], drawn[field], after[field]);
    if (value === undefined) delete next[field];
    else next[field] = value;
  }
  return next as Value;
}
