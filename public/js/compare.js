// Two to four rows side by side: what differs, and the pictures over each other or beside each other.
import { newest, words } from './api.js';
import { across, inView } from './across.js';
import { queryRows } from './pick.js';
import { desk } from './desk.js';

export function compare() {
  // Kept, because what was clicked may be gone from the page by the time an answer comes.
  let root = null;

  return {
    table: '',
    chosen: [],
    way: 'over',
    found: null,
    askRows: newest(),
    problem: '',

    init() {
      root = this.$root;
      this.table = root.dataset.table;
      const rows = this.rowsOf();
      const at = Math.max(rows.indexOf(inView(desk.tables, this.table, desk.state.pick.rows)), 0);
      this.chosen = [rows[at], rows[at + 1] || rows[at - 1]].filter(Boolean);
      desk.keep(() => this.load());
      this.load();
    },
    destroy() { desk.keep(null); },

    rowsOf() { return Object.keys(across(desk.tables, this.table)); },
    chooseTable(table) { this.table = table; this.chosen = this.rowsOf().slice(0, 2); return this.load(); },
    choose(at, row) { this.chosen = this.chosen.map((old, index) => (index === at ? row : old)); return this.load(); },
    add() {
      const next = this.rowsOf().find((row) => !this.chosen.includes(row));
      if (next && this.chosen.length < 4) { this.chosen = [...this.chosen, next]; this.load(); }
    },
    leaveOut(at) { if (this.chosen.length > 1) { this.chosen = this.chosen.filter((_, index) => index !== at); this.load(); } },
    stepAt(at, by) {
      const rows = this.rowsOf();
      const next = rows[rows.indexOf(this.chosen[at]) + by];
      if (next) this.choose(at, next);
    },

    async load() {
      const asked = new URLSearchParams({ table: this.table, view: ['solid', 'flat'].includes(desk.view) ? 'front' : desk.view });
      this.chosen.forEach((row) => asked.append('rows[]', row));
      try {
        const found = await this.askRows(`${desk.api}/compare?${asked}&${queryRows(desk.state.pick)}`);
        if (!found) return;
        this.found = found;
        this.problem = '';
        setTimeout(() => this.paint());
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    show(way) { this.way = way; setTimeout(() => this.paint()); },
    paint() {
      const place = root.querySelector('.compare-pictures');
      if (!place || !this.found) return;
      place.className = `compare-pictures is-${this.way}`;
      place.replaceChildren(...this.found.names.map((name, at) => {
        const figure = document.createElement('figure');
        figure.className = `compare-picture compare-${at}`;
        figure.innerHTML = this.found.pictures[name] || '';
        const caption = document.createElement('figcaption');
        caption.textContent = name;
        figure.append(caption);
        return figure;
      }));
    },
    turn(view) { desk.lookFrom(view); return this.load(); },
    same() {
      if (!this.found) return '';
      const { values, states } = this.found.same;
      return `${values} values and ${states} states are the same.`;
    },
    lines() {
      if (!this.found) return [];
      const of = (kind, list) => list.map((line) => ({ ...line, kind, key: `${kind} ${line.name}`, differs: new Set(line.texts).size > 1 }));
      return [...of('result', this.found.facts), ...of('value', this.found.values), ...of('state', this.found.states), ...of('shape', this.found.shapes)];
    },
    columns() { return this.found ? this.found.names : []; },
  };
}
