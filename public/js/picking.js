// What is picked: rows, answers, and the outcome of them. A part of the workspace.
import { get, words } from './api.js';
import { latest } from './latest.js';
import { query } from './pick.js';
import { pictureOf } from './looks.js';
import { sizeOf } from './room.js';
import { picture } from './picture.js';

export function picking(start) {
  return {
    tables: start.tables,
    running: false,
    again: false,
    // What was picked when the state that is shown was resolved: what is refused goes back to it.
    settled: JSON.stringify(start.pick),

    // Resolves the pick again; while one request runs, only the latest wish waits.
    async resolve() {
      try {
        const done = await latest(this, async () => {
          const state = await get(`${this.api}/outcome?${this.asking()}`);
          // What was answered meanwhile is not in this state yet and must not be lost.
          this.settled = JSON.stringify(state.pick);
          this.take(this.again ? { ...state, pick: this.state.pick } : state);
        });
        if (done && this.state.version > this.seen) setTimeout(() => this.lookForOthers());
      } catch (refusal) {
        this.tellRefusal(refusal, () => this.resolve());
        if (!refusal.passing) this.refusePick(refusal);
      }
    },

    // Nothing of a pick that is refused stays but the words at the field that it came from.
    refusePick(refusal) {
      const { answers } = this.state.pick;
      const settled = JSON.parse(this.settled);
      const [name] = Object.keys(answers).filter((key) => answers[key] !== settled.answers[key]).slice(-1);
      this.state.pick = settled;
      this.show(this.state);
      window.dispatchEvent(new CustomEvent('answer-refused', { detail: { name, text: answers[name], words: words(refusal) } }));
    },

    pickRow(table, row) { return this.pickRows({ [table]: row }); },
    // Rows of several tables, by table.
    pickRows(rows) {
      Object.assign(this.state.pick.rows, rows);
      return this.resolve();
    },

    // A row that was typed into the picker of a long table.
    typeRow(table, input) {
      const { rows } = this.tables.find((item) => item.name === table);
      const row = rows.find((name) => name.toLowerCase() === input.value.trim().toLowerCase());
      if (row || input.value === '') this.pickRow(table, row || '');
      else { this.tell(`There is no row "${input.value}".`); input.value = this.state.pick.rows[table] || ''; }
    },
    offerRows(table, input) {
      const { rows } = this.tables.find((item) => item.name === table);
      const text = input.value.trim().toLowerCase();
      const options = rows.filter((name) => name.toLowerCase().includes(text)).slice(0, 40).map((name) => { const option = document.createElement('option'); option.value = name; return option; });
      document.getElementById(input.getAttribute('list')).replaceChildren(...options);
    },

    // The rows of a table have changed.
    renewPicker(name, rows) {
      const count = document.querySelector(`.tabs a[data-tab="${CSS.escape(name)}"] .tab-count`);
      if (count) count.textContent = rows.length;
      this.tables = this.tables.map((table) => (table.name === name ? { ...table, rows } : table));
      const picker = document.getElementById(`pick-${name}`);
      if (!picker || picker.tagName !== 'SELECT') return;
      const options = rows.map((row) => { const option = document.createElement('option'); option.value = row; option.textContent = row; return option; });
      picker.replaceChildren(picker.options[0], ...options);
      picker.value = this.state.pick.rows[name] || '';
    },

    step(table, by) {
      const rows = this.tables.find((item) => item.name === table).rows;
      if (!rows.length) return;
      const at = rows.indexOf(this.state.pick.rows[table]);
      this.pickRow(table, rows[Math.min(Math.max(at + by, 0), rows.length - 1)]);
    },

    answer(name, value) {
      this.state.pick.answers[name] = value;
      return this.resolve();
    },

    answerCount() { return Object.keys(this.state.pick.answers).length; },

    answerText() { return this.answerCount() === 1 ? '1 answer' : `${this.answerCount()} answers`; },

    clearAnswers() {
      this.state.pick.answers = {};
      return this.resolve();
    },

    // The pick and the look of the picture, as a query.
    asking() { return `${query(this.state.pick)}&${pictureOf(/** @type {any} */ (this), sizeOf(picture()))}`; },
  };
}
