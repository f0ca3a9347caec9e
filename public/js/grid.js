// A variant table as a grid: what was typed and what it comes to, edited by hand and by keyboard. Its parts: sheet-view.js
// is the sheet of cells, grid-cells.js says how cells are drawn, sorted and filtered, grid-keys.js is the clipboard and
// the keys for rows, grid-tools.js the rows and columns, grid-panels.js what opens above, importing.js what comes from
// spreadsheets.
import { SheetView } from './sheet-view.js';
import { get, labelText, words } from './api.js';
import { queryRows } from './pick.js';
import { compare, drawCell, passes } from './grid-cells.js';
import { keys } from './grid-keys.js';
import { tools } from './grid-tools.js';
import { panels } from './grid-panels.js';
import { importing } from './importing.js';
import { blastWords } from './blast.js';
import { unitOf, withUnit } from './fields.js';
import { desk } from './desk.js';
import { rootOf } from './magic.js';

export const NAME = 'name';
const LABEL = '_label';

export function grid() {
  // The sheet and what its rows come to keep out of Alpine's reactive data, which would wrap all of them.
  let view = null;
  // Kept, because what was clicked may be gone from the page by the time an answer comes.
  let holder = null;
  let rows = [];
  let resolved = new Map();
  let asked = '';
  // Of columns that were made wider or narrower by hand.
  const widths = new Map();

  return {
    ...keys(() => view),
    ...tools(() => view),
    ...panels(),
    ...importing(),
    sheet: { name: '', title: '', columns: [], rows: [], cells: [] },
    cell: null,
    problem: '',
    goals: 0,
    filtering: false,
    filters: {},
    sort: null,
    listeners: {},
    timers: {},

    async init() {
      this.sheet = { ...this.sheet, name: rootOf(this).dataset.table };
      holder = rootOf(this).querySelector('.grid');
      const sheet = await this.fetchSheet();
      if (!sheet || !holder.isConnected) return;
      this.sheet = sheet;
      rows = this.rowData();
      view = new SheetView(holder, this.owner());
      this.listen(holder);
      this.listeners = { reviewed: () => view.redraw(), outcome: () => view.redraw(), resize: () => this.fitHeight(), 'feature-picked': (event) => this.pointedFeature(event.detail), 'dimension-picked': (event) => this.pointedDimension(event.detail) };
      Object.entries(this.listeners).forEach(([name, heard]) => window.addEventListener(name, heard));
      desk.keep(() => this.reload(), { hold: () => view && view.hold(), release: () => view && view.release() });
      holder.setAttribute('aria-label', `Table ${sheet.title}`);
      this.fitHeight();
      view.show(this.columnList(), rows);
      this.selectFirst();
    },

    // The cell to which the address leads, else the row in view.
    selectFirst() {
      const wanted = desk.wantedCell;
      const row = rows.find(({ name }) => name === wanted.row) || rows.find(({ name }) => name === this.inView()) || rows[0];
      const column = this.sheet.columns.find(({ target }) => target === wanted.column) || this.sheet.columns[0] || { target: NAME };
      if (row) view.selectCell(row, column.target);
      if (row && row.name === wanted.row) holder.focus();
    },

    destroy() {
      Object.values(this.timers).forEach(clearTimeout);
      Object.entries(this.listeners).forEach(([name, heard]) => window.removeEventListener(name, heard));
      desk.keep(null);
      if (view) view.destroy();
      view = null;
    },

    get path() { return `${desk.api}/tables/${encodeURIComponent(this.sheet.name)}`; },

    async fetchSheet() {
      try {
        return await get(this.path);
      } catch (refusal) {
        this.problem = words(refusal);
        return null;
      }
    },

    // What the sheet asks of this table.
    owner() {
      return {
        drawCell: (row, column, element) => this.draw(row, column, element),
        rowClass: (row) => (row.name === this.inView() ? 'in-view' : ''),
        rowName: (row) => row.name,
        editText: (row, { key }) => (key === LABEL || !desk.mayEdit ? undefined : String(row[key] ?? '')),
        choices: ({ column }) => (column && !(column.number && !column.choices.length) ? column.choices : []),
        typed: (row, { key }, text) => this.typed(row, key, text),
        moved: () => this.later('follow', () => this.follow(), 30),
        seen: () => this.later('resolve', () => this.resolveVisible(), 50),
        sized: ({ key, width }) => { widths.set(key, width); },
        heading: (column, element, filters) => this.heading(column, element, filters),
        keyAct: (event) => this.gridKey(event),
      };
    },

    later(name, act, wait) {
      clearTimeout(this.timers[name]);
      this.timers[name] = setTimeout(() => view && act(), wait);
    },

    fitHeight() {
      const wanted = Math.max(this.sheet.rows.length, 3) * 29 + (this.filtering ? 104 : 75);
      holder.style.height = `${Math.max(Math.min(wanted, window.innerHeight - 310), 190)}px`;
    },

    rowData() {
      const { rows: names, columns, cells } = this.sheet;
      return names.map((name, number) => {
        const row = { _n: number, name };
        columns.forEach(({ target }, column) => { row[target] = cells[column][number]; });
        return row;
      });
    },

    columnList() {
      const name = { key: NAME, title: 'Variant', group: '', width: Math.min(Math.max(92, ...this.sheet.rows.slice(0, 80).map((text) => text.length * 8.4 + 26)), 220), className: 'cell-name' };
      const own = this.sheet.columns.map((column, number) => ({ key: column.target, title: column.title, group: column.group, width: this.columnWidth(column, number), right: column.number, column, number,
        className: [column.open && 'column-open', column.key && 'column-key'].filter(Boolean).join(' ') }));
      const all = [name, ...own, ...(this.hasLabel() ? [{ key: LABEL, title: 'Part number', group: 'Result', width: 178, className: 'cell-label' }] : [])];
      return all.map((column) => ({ ...column, width: widths.get(column.key) || column.width }));
    },

    hasLabel() { return Boolean(document.querySelector('[data-label=part_number]')); },

    // As wide as the longest word of the heading and the first cells need.
    columnWidth(column, number) {
      const word = Math.max(...column.title.split(' ').map((text) => text.length));
      const cell = Math.max(0, ...this.sheet.cells[number].slice(0, 60).map((text) => (column.number ? Math.min(text.length, 7) : text.length)), ...column.choices.map((text) => text.length)) + (column.number ? column.unit.length + 1 : 0);
      // Shown in other units, amounts have more digits.
      const shown = column.number && column.unit && document.querySelector('.display-switch select')?.value ? 11 : 0;
      return Math.min(Math.max(word * 7.2 + 26, Math.max(cell, shown) * 7.9 + 30, 70), 240);
    },

    heading(column, element, filters) {
      const sort = document.createElement('button');
      const way = this.sort && this.sort.key === column.key ? this.sort.way : '';
      sort.className = `sheet-sort ${way ? `is-${way}` : ''}`;
      sort.tabIndex = -1;
      sort.textContent = column.title;
      sort.title = `${column.column ? column.column.target : column.title}: sort for looking at; the stored order stays`;
      sort.addEventListener('click', () => this.sortBy(column.key));
      element.setAttribute('aria-sort', { up: 'ascending', down: 'descending' }[way] || 'none');
      element.append(sort);
      const marks = column.column ? [column.column.key && 'key', column.column.open && 'open'].filter(Boolean) : [];
      if (marks.length) { const small = document.createElement('small'); small.textContent = marks.join(', '); element.append(small); }
      if (!filters || column.key === LABEL) return;
      const input = document.createElement('input');
      input.className = 'sheet-filter';
      input.placeholder = 'filter';
      input.setAttribute('aria-label', `Filter ${column.title}`);
      input.value = this.filters[column.key] || '';
      input.addEventListener('input', () => { this.filters[column.key] = input.value; this.later('filter', () => this.order(), 120); });
      element.append(input);
    },

    // Sorted and filtered for looking at; the stored order stays.
    sortBy(key) {
      const next = { '': 'up', up: 'down', down: '' }[this.sort && this.sort.key === key ? this.sort.way : ''];
      this.sort = next ? { key, way: next } : null;
      view.drawHead();
      this.order();
    },
    order() {
      const wanted = Object.entries(this.filters).filter(([, text]) => text.trim() !== '');
      let shown = rows.filter((row) => wanted.every(([key, text]) => passes(text, row[key], this.resultText(row, key))));
      if (this.sort) {
        const { key, way } = this.sort;
        const turn = way === 'up' ? 1 : -1;
        shown = [...shown].sort((one, other) => compare(one[key] || '', other[key] || '', turn));
      }
      view.showRows(shown);
      this.later('resolve', () => this.resolveVisible(), 30);
    },
    ordered() { return Boolean(this.sort) || Object.values(this.filters).some((text) => text.trim() !== ''); },
    resultText(row, key) {
      const found = resolved.get(row._n);
      const number = this.sheet.columns.findIndex(({ target }) => target === key);
      return found && number >= 0 ? found.cells[number][0] : '';
    },

    draw(row, column, element) {
      const found = resolved.get(row._n);
      if (column.key === NAME) this.drawName(row, found, element);
      else if (column.key === LABEL) element.textContent = found ? labelText(found.labels.part_number) : '';
      else drawCell(element, String(row[column.key] ?? ''), found && { text: found.cells[column.number][0], decider: found.cells[column.number][1], finding: found.findings.find((finding) => finding.column === column.number) });
    },

    // What is wrong with the values is known at once; with shapes and part numbers when the whole family has been looked at.
    drawName(row, found, element) {
      element.textContent = row.name;
      if (found && found.level && found.level !== 'note') {
        element.classList.add(`row-${found.level}`);
        element.title = found.findings.map(({ message }) => message).join(' ');
      } else if (desk.verdict({ ...desk.state.pick.rows, [this.sheet.name]: row.name }) === 'e') {
        element.classList.add('row-error');
        element.title = 'Its shape or its part number is wrong: the findings of the whole family say what.';
      }
    },

    inView() { return desk.state.pick.rows[this.sheet.name]; },

    // The rows and fields of the selected block, as displayed.
    selection() {
      const { rows: chosen, columns } = view ? view.selection() : { rows: [], columns: [] };
      return { rows: chosen, fields: columns.map(({ key }) => key).filter((key) => key !== LABEL) };
    },

    // The row in view, the reasons and the line below the grid follow the selected cell.
    follow() {
      if (desk.sending) { this.later('follow', () => this.follow(), 40); return; }
      const { rows: chosen } = this.selection();
      if (!chosen.length) { this.cell = null; return; }
      const row = view.rows[view.from.row];
      if (row.name !== this.inView()) desk.pickRow(this.sheet.name, row.name);
      const { key } = view.columns[view.from.column];
      if (key !== NAME && key !== LABEL && key !== desk.selected) desk.select(key);
      this.describe();
    },

    describe() {
      const { rows: chosen, fields } = this.selection();
      if (!chosen.length || !fields.length) { this.cell = null; return; }
      const row = view.rows[view.from.row];
      const { key } = view.columns[view.from.column];
      const number = this.sheet.columns.findIndex(({ target }) => target === key);
      const found = resolved.get(row._n);
      const column = this.sheet.columns[number];
      const [text, decider] = (found && found.cells[number]) || [];
      this.cell = { row: row.name, field: key, title: column ? column.title : 'Name of the variant', typed: column ? row[key] : row.name, text, decider,
        many: chosen.length * fields.length, rows: chosen.length,
        findings: found ? found.findings.filter((finding) => finding.column === number || number < 0) : [] };
    },

    cellText() {
      const { typed, text, decider } = this.cell;
      if (!text) return typed === '' ? 'open' : typed;
      if (typed === '') return `open; ${text}, decided by ${decider}`;
      const plain = text === typed || text.startsWith(`${typed} `);
      const said = plain ? text : `${typed} = ${text}`;
      return decider && decider !== 'table' ? `typed ${typed}, but ${text} is decided by ${decider}` : said;
    },

    // Asks what the rows in sight come to, unless it is known.
    async resolveVisible(force = false) {
      const wanted = this.inSight(10).filter((number) => force || !resolved.has(number));
      if (!wanted.length) return;
      const ask = `${this.path}/resolved?rows=${wanted.join(',')}&${queryRows(desk.state.pick)}`;
      if (ask === asked && !force) return;
      asked = ask;
      try {
        const found = await get(ask);
        if (!view) return;
        this.takeResolved(found.rows);
      } catch (refusal) {
        this.problem = words(refusal);
      } finally {
        asked = '';
      }
    },

    // Numbers of the rows in sight, and of some around them.
    inSight(around = 0) {
      const { first, last } = view.visible();
      return view.rows.slice(Math.max(first - around, 0), last + around).map((row) => row._n);
    },

    takeResolved(found) {
      const numbers = new Set(found.map(({ row }) => row));
      found.forEach((row) => resolved.set(row.row, row));
      view.redraw(rows.filter((row) => numbers.has(row._n)));
      this.describe();
    },

    forget() { resolved = new Map(); },

    // A number without a unit means the unit that is shown in its cell: where a row has a display unit, that is another than the column's.
    meant(row, field, text) {
      const at = this.sheet.columns.findIndex(({ target }) => target === field);
      const column = this.sheet.columns[at];
      const told = resolved.get(row._n);
      const shown = told && column && column.number && told.cells[at] ? unitOf(told.cells[at][0]) : '';
      return shown && column.unit && shown !== column.unit ? withUnit(text, shown) : text;
    },

    // Typed into one cell: kept as typed, whatever it is; what is wrong with it is told. It is shown at once.
    async typed(row, field, typed) {
      const old = row[field];
      const text = field === NAME ? typed : this.meant(row, field, typed);
      const edit = field === NAME ? { do: 'rename_row', table: this.sheet.name, row: old, name: text } : { do: 'set_cell', table: this.sheet.name, row: row.name, column: field, text };
      row[field] = text;
      resolved.delete(row._n);
      view.redraw([row]);
      const kept = await this.attempt(edit, { structure: field === NAME, numbers: [row._n] });
      // Shown anew meanwhile, perhaps from before this edit.
      if (!rows.includes(row)) { await this.reload(); return; }
      if (!kept) { row[field] = old; this.forget(); view.redraw([row]); this.resolveVisible(true); }
    },

    // Sends edits; says what went wrong. +structure+ tells that rows or columns changed, so that the sheet is fetched anew;
    // otherwise +numbers+ are the rows that changed.
    async attempt(edits, { structure = false, then = null, numbers = [], moving = false } = {}) {
      if (structure) view.hold();
      try {
        const answer = await desk.edit(edits, { refresh: false, ask: structure ? '' : `sheet=${encodeURIComponent(this.sheet.name)}&rows=${numbers.join(',')}` });
        this.problem = '';
        if (moving) return true;
        if (structure || answer.others.length) await this.reload(then);
        else this.takeResolved(answer.resolved);
        if (answer.made) this.reachFurther();
        return true;
      } catch (refusal) {
        this.problem = words(refusal);
        return false;
      } finally {
        if (structure && view) view.release();
      }
    },

    // Fetches the sheet anew and keeps the place. +then+ may say which row and column are selected after it. What is being
    // typed is not disturbed.
    async reload(then = null) {
      let sheet = null;
      // Whoever wanted to go somewhere last gets there; an edit that was answered late takes nobody away.
      if (then) this.goals += 1;
      const goal = this.goals;
      do {
        await view.idle();
        sheet = await this.fetchSheet();
        if (!sheet || !view) return;
      } while (view.editor);
      // Where the hand is by now.
      const place = then && goal === this.goals ? then : this.place();
      const block = { from: view.from, till: view.till };
      this.sheet = sheet;
      this.forget();
      rows = this.rowData();
      this.fitHeight();
      view.show(this.columnList(), rows);
      if (this.ordered()) this.order();
      desk.renewPicker(sheet.name, sheet.rows);
      const row = view.rows.find(({ name }) => name === place.row) || view.rows[Math.min(place.at, view.rows.length - 1)];
      if (place !== then && row && row === view.rows[block.from.row]) view.select(block.from, block.till);
      else if (row) view.selectCell(row, place.field);
      await this.resolveVisible(true);
    },

    place() {
      const row = view.rows[view.from.row] || { name: this.inView(), _n: 0 };
      return { row: row.name, at: view.from.row, field: (view.columns[view.from.column] || {}).key || NAME };
    },

    // Formulas that look into tables reach further than the row that was edited.
    async reachFurther() {
      const blast = await desk.telling;
      if (blast && blast.changed > 1) { this.forget(); await this.resolveVisible(true); }
    },

    blastOfImport() { return blastWords(this.incoming.blast); },
  };
}
