// The fields of a form, as a page shows them: what an outcome says of each is written into it, and what a hand does to one becomes
// an answer. Whoever uses it has give(name, text), refusedChoice(name, entry, why) and act(button).
import { get } from './api.js';
import { mark } from './live.js';

const plain = /^\s*[-+]?(\d+([.]\d*)?|[.]\d+|\d+\s+\d+\/\d+|\d+\/\d+)\s*$/;

// A plain number is meant in the unit of its field.
export const withUnit = (text, unit) => (unit && plain.test(text) ? `${text.trim()} ${unit}` : text.trim());

// The unit in which an amount is shown: "31.4961 in".
export const unitOf = (text) => (/^-?[\d./ ]+\s([^\d\s].*)$/.exec(text) || ['', ''])[1];

const rowOf = (element) => element.closest('[data-at]');

// Entries of one amount may be written differently: "0.50" and "0.5".
const alike = (one, other) => one === other || (one !== '' && other !== '' && Number(one) === Number(other));

export const fields = () => ({
  // The element of the component: what calls may be gone by the time that something is answered.
  root: null,
  // Choices that are not possible now, by field and entry, with the reason.
  impossible: {},

  slide(input) { this.give(input.dataset.input, withUnit(input.value, input.dataset.unit || rowOf(input).dataset.unit)); },
  flip(input) {
    const entry = input.checked ? 'yes' : 'no';
    const why = this.whyBarred(rowOf(input).dataset.at, entry);
    if (why) { input.checked = !input.checked; this.refusedChoice(input.dataset.input, entry, why); return; }
    this.give(input.dataset.input, entry);
  },
  type(input) { this.give(input.dataset.input, withUnit(input.value, rowOf(input).dataset.unit)); },
  pickChoice(select) {
    const why = select.value && this.whyBarred(rowOf(select).dataset.at, select.value);
    if (why) { this.refusedChoice(select.dataset.input, select.value, why); this.showForm(this.shownForm); return; }
    this.give(select.dataset.input, withUnit(select.value, rowOf(select).dataset.unit));
  },
  choose(button) {
    const row = rowOf(button);
    const why = this.whyBarred(row.dataset.at, button.dataset.choice) || (button.getAttribute('aria-disabled') === 'true' && (row.dataset.why || 'it is not offered now.'));
    if (why) { this.refusedChoice(button.dataset.choose, button.dataset.choice, why); return; }
    this.give(button.dataset.choose, withUnit(button.dataset.choice, row.dataset.unit));
  },
  // One of the nearest allowed values.
  takeNearest(button) { this.give(rowOf(button).dataset.ask, button.dataset.entry); },

  choosing: null,
  chosenFor: '',
  // Asks an address which choices are possible, once the hand rests; an answer that comes after another question is dropped.
  askChoices(address) {
    clearTimeout(this.choosing);
    if (address === this.chosenFor) return;
    this.chosenFor = address;
    this.choosing = setTimeout(async () => {
      const found = await get(address).catch(() => null);
      if (!found || address !== this.chosenFor) return;
      this.impossible = found.choices;
      this.showChoices();
      this.root.dataset.chosen = 'yes';
    }, 200);
  },

  // Whether a choice that is not possible now cannot be taken either.
  bars() { return true; },
  whyBarred(at, entry) { return this.bars() ? this.whyImpossible(at, entry) : null; },
  whyImpossible(at, entry) {
    const found = Object.entries(this.impossible[at] || {}).find(([known]) => alike(known, entry));
    return found ? found[1] : null;
  },

  // Rows that are left by the keys that are chosen.
  narrowRows(element) {
    const box = element.closest('.ask-rows');
    const keys = Array.from(box.querySelectorAll('[data-key]')).filter((select) => select.value).map((select) => [select.dataset.key, select.value]);
    const left = this.rowsOf(box).filter(([, cells]) => keys.every(([key, text]) => cells[key] === text));
    const select = box.querySelector('[data-input]');
    const chosen = select.value;
    const options = left.slice(0, 400).map(([name]) => { const option = document.createElement('option'); option.value = name; option.textContent = name; return option; });
    select.replaceChildren(select.options[0], ...options);
    if (left.some(([name]) => name === chosen)) select.value = chosen;
    box.querySelector('[x-text]').textContent = this.rowsText(select);
    // One that is left alone is meant.
    if (left.length === 1 && chosen !== left[0][0]) this.give(select.dataset.input, left[0][0]);
  },
  rowsOf(box) { return JSON.parse(box.dataset.rows); },
  rowsText(element) {
    const box = element.closest('.ask-rows');
    const left = box.querySelector('[data-input]').options.length - 1;
    const all = this.rowsOf(box).length;
    return left === all ? `${all} variants` : `${left} of ${all} variants`;
  },

  // Shows the state of the form (its items by their numbers).
  showForm(form) {
    this.shownForm = form;
    const items = (form && form.items) || {};
    this.root.querySelectorAll('[data-at]').forEach((item) => { item.classList.toggle('is-absent', (items[item.dataset.at] || {}).shown === false); });
    this.root.querySelectorAll('[data-ask]').forEach((row) => { if ((items[row.dataset.at] || {}).shown) this.showField(row, items[row.dataset.at]); });
  },

  // Marks which choices are possible, once that is known; what else stands there stays, such as words of a refusal.
  showChoices() {
    const { items } = this.shownForm || { items: {} };
    this.root.querySelectorAll('[data-ask]').forEach((row) => {
      const item = items[row.dataset.at];
      if (item && item.shown) this.showChoicesOf(row, item);
    });
  },
  showChoicesOf(row, item) {
    row.querySelectorAll('[data-choose]').forEach((button) => this.showChoice(button, item, row));
    const select = row.querySelector('select[data-input]');
    if (select) this.showOptions(select, item, row);
  },

  showField(row, item) {
    row.dataset.why = item.locked || '';
    this.showUnit(row, item);
    const input = row.querySelector('[data-input]');
    if (input) this.showInput(input, item, row);
    this.showChoicesOf(row, item);
    const read = row.querySelector('[data-read]');
    if (read) read.textContent = item.text;
    const lock = row.querySelector('[data-lock]');
    if (lock.dataset.decider !== item.decider) { lock.dataset.decider = item.decider; lock.innerHTML = mark(item.decider); }
    lock.title = `decided by: ${item.decider}`;
    lock.hidden = !item.locked;
    this.showSaying(row, item);
  },

  // Amounts may be shown in other units than the page began with.
  showUnit(row, item) {
    if (item.unit === undefined || row.dataset.unit === item.unit) return;
    row.dataset.unit = item.unit;
    const unit = row.querySelector('.ask-number + .unit');
    if (unit) unit.textContent = item.unit;
  },

  left(entry, item) { return !item.choices || item.choices.some((choice) => alike(choice.entry, entry) && choice.left); },

  showChoice(button, item, row) {
    const { choice } = button.dataset;
    const chosen = alike(choice, item.entry || '');
    const why = this.whyImpossible(row.dataset.at, choice);
    const barred = !chosen && (Boolean(item.locked) || !this.left(choice, item) || (this.bars() && Boolean(why)));
    button.setAttribute('aria-pressed', chosen);
    button.setAttribute('aria-disabled', barred);
    button.classList.toggle('is-impossible', barred || (!chosen && Boolean(why)));
    button.title = why || '';
  },

  showOptions(select, item, row) {
    Array.from(select.options).forEach((option) => {
      const barred = option.value && !alike(option.value, item.entry || '') && (Boolean(item.locked) || !this.left(option.value, item) || Boolean(this.whyImpossible(row.dataset.at, option.value)));
      option.dataset.text = ((item.choices || []).find((choice) => alike(choice.entry, option.value)) || {}).text || option.dataset.text || option.textContent;
      option.textContent = barred ? `${option.dataset.text} (not now)` : option.dataset.text;
      option.selected = alike(option.value, item.entry || '');
    });
  },

  showInput(input, item, row) {
    if (input.tagName === 'SELECT') return;
    input.disabled = Boolean(item.locked);
    input.placeholder = row.dataset.placeholder || '';
    if (input.type === 'checkbox') { input.checked = item.entry === 'yes'; return; }
    const own = input.type === 'range' && item.slide ? item.slide : item;
    if (input.type === 'range') {
      const value = Number(own.entry || 0);
      input.min = own.least ?? Math.min(0, value);
      input.max = own.most ?? Math.max(value * 2, 1);
      input.step = own.step ?? 'any';
      input.dataset.unit = own.unit || '';
      input.setAttribute('aria-valuetext', item.text);
    }
    if (document.activeElement !== input || input.type !== 'range') input.value = own.entry ?? '';
  },

  showSaying(row, item) {
    const place = row.querySelector('[data-says]');
    if (place.dataset.help === undefined) place.dataset.help = place.textContent;
    const said = item.says;
    place.classList.toggle('is-wrong', Boolean(said));
    place.textContent = said ? [said.message, said.remedy].filter(Boolean).join(' ') : ((row.dataset.control !== 'readout' && item.locked) || place.dataset.help);
    const near = row.querySelector('[data-nearest]');
    const wanted = JSON.stringify((said && said.nearest) || []);
    if (near.dataset.shown === wanted) return;
    near.dataset.shown = wanted;
    near.replaceChildren(...((said && said.nearest) || []).map((one) => {
      const button = document.createElement('button');
      button.type = 'button';
      button.className = 'press quiet-press';
      button.dataset.entry = one.entry;
      button.textContent = `take ${one.text}`;
      button.addEventListener('click', () => this.takeNearest(button));
      return button;
    }));
  },
});
