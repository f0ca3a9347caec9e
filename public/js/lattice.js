// The lattice: parts and features down, variants across. A cell picks its variant and says why; selected cells are settled
// in one action, which writes columns of the table.
import { SheetView } from './sheet-view.js';
import { Overview } from './overview.js';
import { get, words } from './api.js';
import { across, inView } from './across.js';
import { query, queryRows } from './pick.js';
import { desk } from './desk.js';

const STATES = { s: 'shown', h: 'hidden', x: 'suppressed', u: 'undefined' };
const DECIDERS = { p: 'person', t: 'table', r: 'rule', f: 'formula', s: 'shared', l: 'sheet', d: 'default' };
const LEVELS = { e: 'error', w: 'warning', n: 'note' };
const CHUNK = 40;
// Height of the headings, px.
const HEAD = 100;
// Widths of a variant's column, and from how many variants on there is a picture of all.
const WIDE = 42;
const NARROW = 13;
const MANY = 20;
const FIGURES = [{ name: ':mass', title: 'Mass, kg', figure: true }];
// All masses of a lattice in one unit, with the digits that tell them apart.
const kilograms = (mass) => String(Number(mass.toPrecision(4)));

export function lattice() {
  let view = null;
  let overview = null;
  let found = null;
  let figures = new Map();
  let asked = new Set();

  return {
    table: '',
    // Rows by table of each variant, by its name.
    rows: {},
    order: [],
    collapsed: false,
    narrow: false,
    grouped: false,
    // Variants that stand for others of the same states: {variant: [all of them]}.
    groups: {},
    nearOnly: false,
    near: {},
    sortName: '',
    problem: '',
    share: 0,
    chosen: { rows: [], columns: [] },
    listeners: {},
    timers: {},

    init() {
      this.table = this.$root.dataset.table;
      view = new SheetView(this.$root.querySelector('.lattice-grid'), this.owner(), { head: HEAD });
      view.root.setAttribute('aria-label', 'Lattice of states');
      overview = new Overview(this.$root.querySelector('.lattice-overview'), view, (line, { at }) => STATES[line.states[at]]);
      this.listeners = { reviewed: () => { view.drawHead(); view.redraw(); }, outcome: () => view.redraw(), resize: () => { this.fitHeight(); overview.draw(); } };
      Object.entries(this.listeners).forEach(([name, heard]) => window.addEventListener(name, heard));
      desk.keep(() => this.load());
      this.load();
    },
    destroy() {
      Object.values(this.timers).forEach(clearTimeout);
      Object.entries(this.listeners).forEach(([name, heard]) => window.removeEventListener(name, heard));
      desk.keep(null);
      view.destroy();
      view = null;
    },

    later(name, act, wait) { clearTimeout(this.timers[name]); this.timers[name] = setTimeout(() => view && act(), wait); },
    others() { return queryRows(desk.state.pick); },
    asking2(more = {}) { return `${new URLSearchParams({ table: this.table, ...more })}&${this.others()}`; },
    fileOf(format) { return `${window.location.pathname.replace(/[^/]+$/, '')}lattice.${format}?${this.asking2()}`; },

    async load() {
      try {
        found = await get(`${desk.api}/lattice?${this.asking2()}`);
        if (!view) return;
        this.rows = across(desk.tables, this.table);
        figures = new Map();
        asked = new Set();
        this.problem = '';
        await this.arrange();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    // Which variants are shown, in which order; which lines.
    async arrange() {
      this.order = found.variants.map((_, at) => at);
      if (this.sortName) await this.sortOrder();
      if (this.nearOnly) this.order = this.order.filter((at) => found.variants[at] === this.inView() || found.variants[at] in this.near);
      const lines = found.lines.filter((line) => !this.collapsed || line.part || new Set(line.states).size > 1 || new Set(line.deciders).size > 1);
      if (this.grouped) this.order = this.standIns();
      const first = { key: '', title: '', group: '', width: 196 };
      const columns = this.order.map((at) => ({ key: found.variants[at], title: found.variants[at], group: '', width: this.narrow ? NARROW : WIDE, at }));
      // Names stand upright: as high as the longest, within reason.
      view.titles = Math.min(Math.max(HEAD, ...columns.map(({ title }) => title.length * 7.4 + 14)), 2.4 * HEAD);
      view.show([first, ...columns], this.narrow ? lines : [...FIGURES, ...lines]);
      view.drawHead();
      // Once it has its place on the page.
      setTimeout(() => view && overview.draw());
      this.reselect();
      this.fitHeight();
      this.weighVisible();
    },
    // One variant for all whose states are equal, in their order.
    standIns() {
      this.groups = {};
      const seen = new Map();
      return this.order.filter((at) => {
        const states = found.lines.map((line) => line.states[at]).join('');
        const first = seen.get(states) ?? at;
        seen.set(states, first);
        this.groups[found.variants[first]] = [...(this.groups[found.variants[first]] || []), found.variants[at]];
        return first === at;
      });
    },
    // All that stand behind a column.
    members(name) { return (this.grouped && this.groups[name]) || [name]; },
    toggleNarrow() { this.narrow = !this.narrow; return this.arrange(); },
    toggleGrouped() { this.grouped = !this.grouped; return this.arrange(); },
    isMany() { return this.order.length > MANY; },
    shownText() {
      if (!this.order.length) return '';
      const all = `${found.variants.length} variants`;
      return this.grouped ? `${all} in ${this.order.length} kinds` : all;
    },

    // In another order or among others, the same variants stay selected where they stand side by side; else the one in view.
    reselect() {
      const places = (names, list) => names.map((name) => list.findIndex((item) => item === name)).sort((one, other) => one - other);
      const there = view.columns.map(({ key }) => key);
      const columns = places(this.chosen.columns.filter((name) => !this.grouped || there.includes(name)), there);
      const lines = places(this.chosen.rows, view.rows.map(({ name }) => name));
      const together = (list) => list.length && list[0] >= 0 && list[list.length - 1] - list[0] === list.length - 1;
      if (together(columns) && together(lines)) {
        view.select({ row: lines[0], column: columns[0] }, { row: lines[lines.length - 1], column: columns[columns.length - 1] }, { quiet: true });
        return;
      }
      const at = view.columns.findIndex(({ key }) => key === this.inView());
      if (at > 0) view.select({ row: view.rows.findIndex(({ states }) => states), column: at }, undefined, { quiet: true });
      const { lines: rows, variants } = this.selection();
      this.chosen = { rows: rows.map(({ name }) => name), columns: variants };
    },
    fitHeight() { view.root.style.height = `${Math.min(view.rows.length * 29 + 124, Math.max(window.innerHeight - 345, 240))}px`; },

    async sortOrder() {
      let amounts = found.numbers;
      if (this.sortName === ':mass') {
        await this.weighAll();
        amounts = found.variants.map((_, at) => (figures.get(at) || {}).mass);
      } else if (this.sortName !== ':numbers') ({ values: amounts } = await get(`${desk.api}/lattice/values?${this.asking2({ name: this.sortName })}`));
      const compare = (a, b) => (typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b), 'en', { numeric: true }));
      this.order.sort((one, other) => compare(amounts[one], amounts[other]) || one - other);
    },

    sortBy(name) { this.sortName = name; return this.arrange(); },
    toggleCollapsed() { this.collapsed = !this.collapsed; return this.arrange(); },
    async toggleNear() {
      this.nearOnly = !this.nearOnly;
      if (this.nearOnly) ({ near: this.near } = await get(`${desk.api}/lattice/near?${this.asking2({ variant: this.inView() })}`));
      await this.arrange();
    },
    nearText() {
      if (!this.nearOnly) return '';
      const things = Object.values(this.near);
      return things.length ? `${things.length} differ from ${this.inView()} in one thing: ${[...new Set(things)].join(', ')}` : `None differs from ${this.inView()} in one thing alone.`;
    },
    chooseTable(table) { this.table = table; this.nearOnly = false; return this.load(); },

    // Masses cost time: those in sight are weighed, all of them only to sort by mass.
    weighVisible() { this.later('weigh', () => this.weigh(view.visible().columns.slice(1).map((column) => view.columns[column].at)), 120); },
    async weigh(wanted) {
      const chunks = [...new Set(wanted.map((at) => Math.floor(at / CHUNK)))].filter((chunk) => !asked.has(chunk));
      for (const chunk of chunks) {
        asked.add(chunk);
        const answer = await get(`${desk.api}/lattice/figures?${this.asking2({ from: chunk * CHUNK, count: CHUNK })}`).catch(() => ({ figures: [] }));
        answer.figures.forEach((figure) => figures.set(figure.row, figure));
        if (view) view.redraw();
      }
    },
    async weighAll() {
      const chunks = Math.ceil(found.variants.length / CHUNK);
      for (let chunk = 0; chunk < chunks && view && this.sortName === ':mass'; chunk += 1) {
        this.share = (chunk + 0.1) / chunks;
        await this.weigh([chunk * CHUNK]);
      }
      this.share = 0;
    },

    inView() { return inView(desk.tables, this.table, desk.state.pick.rows); },

    // What the sheet asks of the lattice.
    owner() {
      return {
        drawCell: (line, column, element) => this.draw(line, column, element),
        rowClass: (line) => `${line.part ? 'lattice-part' : ''} ${line.figure ? 'lattice-figure' : ''}`,
        rowName: ({ title }) => title,
        editText: () => undefined,
        choices: () => [],
        typed: () => {},
        moved: () => this.later('follow', () => this.follow(), 40),
        seen: () => this.weighVisible(),
        heading: (column, element) => this.heading(column, element),
        keyAct: ({ key, ctrlKey, altKey }) => (ctrlKey || altKey ? null : { Delete: desk.mayEdit ? () => this.settle('suppressed') : undefined, Enter: () => this.follow() }[key]),
      };
    },

    heading(column, element) {
      if (!column.key) return;
      element.classList.add('lattice-variant');
      element.classList.toggle('in-view', this.members(column.key).includes(this.inView()));
      element.classList.toggle('is-narrow', this.narrow);
      const button = document.createElement('button');
      button.tabIndex = -1;
      button.textContent = column.key;
      const level = LEVELS[desk.verdict({ ...desk.state.pick.rows, ...this.rows[column.key] }) ?? found.levels[column.at]];
      const members = this.members(column.key);
      if (members.length > 1) { button.title = `${members.length} variants: ${members.slice(0, 12).join(', ')}${members.length > 12 ? ' …' : ''}`; const many = document.createElement('small'); many.textContent = ` × ${members.length}`; button.append(many); }
      if (level && level !== 'note') { element.classList.add(`has-${level}`); button.title = `${column.key}: ${level}`; }
      button.addEventListener('click', () => desk.pickRows(this.rows[column.key]));
      element.append(button);
    },

    draw(line, column, element) {
      if (!column.key) {
        element.classList.add('lattice-name');
        element.textContent = line.title;
        if (line.tier && line.tier !== 'symbol' && !line.part) { const tier = document.createElement('small'); tier.textContent = line.tier; element.append(tier); }
        element.setAttribute('role', 'rowheader');
        return;
      }
      element.classList.toggle('is-in-view', this.members(column.key).includes(this.inView()));
      const figure = figures.get(column.at);
      if (line.figure) { element.textContent = figure ? (figure.mass === null ? '–' : kilograms(figure.mass)) : ''; element.title = figure ? figure.text : ''; return; }
      const state = STATES[line.states[column.at]];
      const decider = DECIDERS[line.deciders[column.at]];
      const wrong = figure && figure.wrong.includes(line.name);
      element.className += ` cell cell-${state} decider-${decider} ${wrong ? 'cell-wrong' : ''}`;
      element.setAttribute('aria-label', `${line.title} in ${column.key}: ${state} by ${decider}${wrong ? ', with a finding' : ''}`);
    },

    selection() {
      const { rows, columns } = view ? view.selection() : { rows: [], columns: [] };
      return { lines: rows.filter((line) => !line.figure), variants: columns.map(({ key }) => key).filter(Boolean).flatMap((name) => this.members(name)) };
    },

    // The first selected cell picks its variant and says why.
    follow() {
      const { lines, variants } = this.selection();
      this.chosen = { rows: lines.map(({ name }) => name), columns: variants };
      const line = view.rows[view.from.row];
      const { key, at } = view.columns[view.from.column];
      if (key && key !== this.inView()) desk.pickRows(this.rows[key]).then(() => view && view.drawHead());
      if (key && line && !line.figure) desk.select(`${line.name}.${line.states[at] === 'h' ? 'shown' : 'built'}`);
    },

    canSettle() { return Boolean(this.table) && this.chosen.rows.length > 0 && this.chosen.columns.length > 0; },
    selectedText() {
      if (!this.table && desk.tables.length) return 'To set states, choose one table.';
      const count = this.chosen.rows.length * this.chosen.columns.length;
      return this.canSettle() ? `${count} ${count === 1 ? 'cell' : 'cells'} selected` : 'Select cells: mouse, or Shift and arrows.';
    },

    // Settles the selected cells in the table, and says which columns that wrote and where something stronger decides.
    async settle(state) {
      if (!this.canSettle()) return;
      const { rows: features, columns: rows } = this.chosen;
      const before = new Set((await get(`${desk.api}/tables/${encodeURIComponent(this.table)}`)).columns.map(({ target }) => target));
      try {
        await desk.edit({ do: 'set_states', table: this.table, rows, features, state });
        this.problem = '';
        const against = this.overruled(state, features, rows);
        const decider = against.length ? await this.lead(state, against[0]) : '';
        desk.tell(this.saying(state, features, rows, before, against, decider));
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    // The cells where something stronger decides otherwise; what is suppressed is not shown either.
    overruled(state, features, rows) {
      const holds = { suppressed: (is) => is === 'x', built: (is) => is !== 'x', hidden: (is) => is !== 's', shown: (is) => is === 's' }[state];
      return features.flatMap((name) => rows.map((row) => ({ line: found.lines.find((line) => line.name === name), at: found.variants.indexOf(row), row })))
        .filter(({ line, at }) => holds && line && at >= 0 && !holds(line.states[at]));
    },

    // Looks at such a cell, with what would decide it offered: the override. Who decides there, in words.
    async lead(state, { line, at, row }) {
      await desk.pickRows(this.rows[row]);
      const about = state === 'suppressed' || line.states[at] === 'x' ? 'built' : 'shown';
      const target = `${line.name}.${about}`;
      const { by } = await get(`${desk.api}/because?target=${encodeURIComponent(target)}&${query(desk.state.pick)}`);
      desk.offer(target, state === 'suppressed' || state === 'hidden' ? 'no' : 'yes');
      return by;
    },

    saying(state, features, rows, before, against, decider) {
      const kinds = { built: ['built'], suppressed: ['built'], shown: ['shown'], hidden: ['shown'], open: ['built', 'shown'] }[state];
      const columns = features.flatMap((name) => kinds.map((kind) => `${name}.${kind}`));
      const added = columns.filter((name) => !before.has(name));
      const cells = features.length * rows.length;
      const parts = [`${cells} ${cells === 1 ? 'cell' : 'cells'} of table ${found.title} ${state === 'open' ? 'left open' : `typed as ${state}`}`];
      if (added.length && state !== 'open') parts.push(`new ${added.length === 1 ? 'column' : 'columns'} ${added.join(', ')}`);
      if (against.length) parts.push(`in ${against.length} ${against.length === 1 ? 'cell' : 'cells'} something stronger decides, in ${against[0].row} ${decider}: an override stands above it, under Because`);
      return `${parts.join('; ')}.`;
    },
  };
}
