// Kept configurations: the list, from which some are compared, and one as a summary sheet.
import { get, post, words } from './api.js';

// What a configuration would be now, in words.
const NOW = { same: 'as it was', differs: 'differs', impossible: 'impossible now' };

export const kept = () => ({
  chosen: [],
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
    this.chosen = box.checked ? [...this.chosen, code].slice(-4) : this.chosen.filter((one) => one !== code);
  },
  compare() { window.location.assign(`/configurations/compare?codes=${this.chosen.join(',')}`); },
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
