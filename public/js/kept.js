// Kept configurations: the list, from which some are compared, and one as a summary sheet.
import { get, post, remove, words } from './api.js';

// What a configuration would be now, in words.
const NOW = { same: 'as it was', differs: 'differs', impossible: 'impossible now' };

export const kept = () => ({
  chosen: [],
  problem: '',
  // One after the other: each is filled in anew.
  async init() {
    const cells = Array.from(this.$root.querySelectorAll('.kept-now'));
    for (const cell of cells) {
      const found = await get(`/api/configurations/${cell.dataset.code}/differences`).catch(() => null);
      cell.textContent = found ? NOW[found.status] : '';
      cell.title = found ? (found.reasons || []).join(' ') : '';
      cell.classList.toggle('is-impossible', Boolean(found) && found.status === 'impossible');
    }
  },
  choose(box) {
    const code = box.dataset.given;
    this.chosen = box.checked ? [...this.chosen, code] : this.chosen.filter((one) => one !== code);
  },
  boxes() { return Array.from(this.$root.querySelectorAll('.kept-table tbody input[type=checkbox]')); },
  chooseAll(all) {
    this.boxes().forEach((box) => { box.checked = all.checked; });
    this.chosen = all.checked ? this.boxes().map((box) => box.dataset.given) : [];
  },
  // Two to four fit side by side.
  comparable() { return this.chosen.length >= 2 && this.chosen.length <= 4; },
  async does(what, codes) {
    try {
      await post(`/api/configurations/${what}`, { codes });
      window.location.reload();
    } catch (refusal) {
      this.problem = words(refusal);
    }
  },
  remove() { return this.does('remove', this.chosen); },
  restore(button) { return this.does('restore', [button.dataset.given]); },
  compare() { window.location.assign(`/configurations/compare?codes=${this.chosen.join(',')}`); },
});

// Published forms.
export const published = () => ({
  problem: '',
  async withdraw(button) {
    const { given, given2 } = button.dataset;
    try {
      await remove(`/api/families/${given}/forms/${given2}/publication`);
      window.location.reload();
    } catch (refusal) {
      this.problem = words(refusal);
    }
  },
});

export const summary = () => ({
  problem: '',
  told: '',
  get api() { return `/api/configurations/${this.$root.dataset.code}`; },
  async does(act) {
    try {
      this.problem = '';
      await act();
    } catch (refusal) {
      this.problem = words(refusal);
    }
  },
  copy() { return this.does(async () => { window.location.assign((await post(`${this.api}/copy`, {})).address); }); },
  rename(form) { return this.does(async () => { await post(`${this.api}/name`, { name: form.elements.name.value }); window.location.reload(); }); },
  // Answers for which the table has no column: {name, title, text}, and those that shall have one.
  leftOut: [],
  wanted: [],
  asRow(form, columns = null) {
    return this.does(async () => {
      const row = { table: form.elements.table.value, name: form.elements.name.value };
      const made = await post(`${this.api}/row`, columns ? { ...row, columns } : row);
      this.leftOut = made.left_out || [];
      this.wanted = this.leftOut.map(({ name }) => name);
      if (made.row) this.told = `Row ${made.row} stands in table ${made.table} now.`;
    });
  },
  asRowWith(form) { return this.asRow(form, this.wanted); },
  want(box) { this.wanted = box.checked ? [...this.wanted, box.value] : this.wanted.filter((name) => name !== box.value); },
});
