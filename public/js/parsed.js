// A JSON text that stands in the page, read once however often it is asked for. What it gives is not to be changed.
const known = new Map();

export function parsed(text) {
  if (!known.has(text)) known.set(text, JSON.parse(text));
  return known.get(text);
}
