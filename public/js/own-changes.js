// Which changes were made in this browser: what one did oneself in another window is not told as somebody else's.
const KEPT = 60;
const key = (slug) => `changed:${slug}`;

function numbers(slug) {
  try { return JSON.parse(localStorage.getItem(key(slug))) || []; } catch { return []; }
}

// A change of a family, by its number, is one's own.
export function remember(slug, number) {
  try { localStorage.setItem(key(slug), JSON.stringify([...numbers(slug), number].slice(-KEPT))); } catch { /* Without storage, it counts as another's. */ }
}

// Whether all of some changes ({number, person, summary, slug where it is of another family}) are one's own.
export const allOwn = (slug, changes) => changes.length > 0 && changes.every((change) => numbers(change.slug || slug).includes(change.number));

// What to tell about changes that came meanwhile.
export function toldChanges(slug, changes) {
  return `${allOwn(slug, changes) ? 'You changed in another window' : `${changes[0].person} changed meanwhile`}: ${changes.map(({ summary }) => summary.split('\n')[0]).join('; ')}`;
}
