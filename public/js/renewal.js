// Brings a part of the page up to date with a fresh copy of it: what has not changed stays, with its focus, its caret, its
// scroll position, what is unfolded in it and what is being typed.
import Alpine from '../vendor/alpine/alpine.js';

// Elements of one key are the same one; a component whose stored text has changed has another key, and is made anew.
const key = (element) => (element.dataset && (element.dataset.key || element.dataset.recipe || element.dataset.nameRow)) || element.id || undefined;

// What a hand has unfolded stays so; what is ticked follows what is stored; what renews itself (data-own) is left to it.
function updating(from, to, childrenOnly, skip) {
  if (from.dataset && 'own' in from.dataset && key(from) === key(to)) { skip(); return; }
  if (from.tagName === 'DETAILS') to.toggleAttribute('open', from.open);
  if (from.type === 'checkbox' && !from.hasAttribute('x-bind:checked')) from.checked = to.hasAttribute('checked');
}

// Selects that show what is stored do so again.
function follow(select) {
  const stored = Array.from(select.options).find((option) => option.hasAttribute('selected')) || select.options[0];
  if (stored && select.value !== stored.value) select.value = stored.value;
}

/**
 * Where the caret is: the id of its field, and from where to where.
 * @returns {[string, number, number] | null}
 */
function caret() {
  const { id, selectionStart, selectionEnd } = /** @type {HTMLInputElement} */ (document.activeElement || document.body);
  return id ? [id, selectionStart, selectionEnd] : null;
}

// Puts it back where its field has been made anew.
function putBack([id, start, end]) {
  const field = document.getElementById(id);
  if (!field || document.activeElement === field) return;
  field.focus();
  if (start !== null && start !== undefined && field.setSelectionRange) field.setSelectionRange(start, end);
}

// +fresh+ is the element as it should be, as HTML, +place+ the one that is there.
export function renew(place, fresh) {
  const before = caret();
  const { scrollTop } = place;
  Alpine.morph(place, fresh, { key, updating });
  place.querySelectorAll('select[x-data="choice"], select[x-data="anchor"]').forEach(follow);
  place.scrollTop = scrollTop;
  if (before) putBack(before);
  window.dispatchEvent(new CustomEvent('renewed'));
}
