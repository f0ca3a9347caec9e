// The pick as a query: row[TABLE]=ROW, set[NAME]=VALUE, override[NAME]=VALUE.
export function query(pick) {
  const parts = new URLSearchParams();
  const add = (key, given) => Object.entries(given).forEach(([name, value]) => parts.append(`${key}[${name}]`, value));
  add('row', pick.rows);
  add('set', pick.answers);
  add('override', pick.overrides);
  return parts.toString();
}
