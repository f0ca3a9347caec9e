// The pick as a query: row[TABLE]=ROW, set[NAME]=VALUE, override[NAME]=VALUE.
export function query(pick) {
  const parts = new URLSearchParams();
  const add = (key, given) => Object.entries(given).forEach(([name, value]) => parts.append(`${key}[${name}]`, value));
  add('row', pick.rows);
  add('set', pick.answers);
  add('override', pick.overrides);
  return parts.toString();
}

// The same of its rows alone.
export const queryRows = ({ rows }) => query({ rows, answers: {}, overrides: {} });

// The rows that are picked, by table.
export const picked = ({ rows }) => Object.fromEntries(Object.entries(rows).filter(([, row]) => row));

// The number of a variant among all of them: the last table changes quickest (Checks::Variants).
export function variantNumber(tables, rows) {
  return tables.filter((table) => table.rows.length).reduce((number, table) => {
    const at = table.rows.indexOf(rows[table.name]);
    return at < 0 ? NaN : number * table.rows.length + at;
  }, 0);
}
