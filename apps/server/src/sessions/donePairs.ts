/** Tables whose rows are found by client, then movement. */
type OfClientAndMovement = 'log_items' | 'log_segments' | 'log_decisions';

/**
 * Begins a question: `done` holds a row ("clientId", "movementId") for each movement that somebody has in a table; whose, comes as the
 * first parameter, a list in JSON. It goes by the index from one movement to the next, where `distinct` would go through all that
 * they ever did: it costs as much in the tenth year as in the first.
 */
export function donePairs(table: OfClientAndMovement): string {
  return `with recursive done("clientId", "movementId") as (
    select asked.value, (select min("movementId") from ${table} where "clientId" = asked.value) from (select distinct value from json_each(?)) asked
    union all
    select "clientId", (select min(next."movementId") from ${table} next
      where next."clientId" = done."clientId" and next."movementId" > done."movementId")
    from done where "movementId" is not null
  )`;
}
