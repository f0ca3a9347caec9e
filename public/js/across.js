// The variants that stand beside each other in a view: rows of one table, or (table '') complete variants, a row of each table.
const BETWEEN = ' · ';
const filled = (tables) => tables.filter(({ rows }) => rows.length);

// {name of a variant: its rows by table}, in their order.
export function across(tables, table) {
  const own = table ? tables.filter(({ name }) => name === table) : filled(tables);
  const all = own.reduce((found, { name, rows }) => found.flatMap((rest) => rows.map((row) => ({ ...rest, [name]: row }))), [{}]);
  return Object.fromEntries(all.map((rows) => [Object.values(rows).join(BETWEEN), rows]));
}

// The name of the variant that is picked.
export function inView(tables, table, picked) {
  return table ? picked[table] : filled(tables).map(({ name }) => picked[name]).join(BETWEEN);
}
