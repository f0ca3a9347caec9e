// Rows and columns of a grid: added, copied, moved, removed, found.
import { desk } from './desk.js';
const NAME = 'name';

export function tools(sheet) {
  return {
    freshName(base, taken = new Set(this.sheet.rows.map((name) => name.toLowerCase()))) {
      for (let number = 1; ; number += 1) {
        const name = number === 1 && base !== 'new' ? base : `${base} ${number}`;
        if (!taken.has(name.toLowerCase())) return name;
      }
    },

    selectedNames() { return this.selection().rows.map(({ name }) => name); },

    selectFirst() { this.problem = 'Select a row first.'; return null; },

    addRow() {
      const names = this.selectedNames();
      const name = this.freshName('new');
      return this.attempt({ do: 'add_row', table: this.sheet.name, name, after: names[names.length - 1] }, { structure: true, then: { row: name, at: 0, field: NAME } }).then(() => this.backToSheet());
    },

    duplicateRows() {
      const rows = this.selectedNames();
      if (!rows.length) return this.selectFirst();
      return this.attempt({ do: 'duplicate_rows', table: this.sheet.name, rows, times: Number(this.copies) || 1 }, { structure: true, then: { row: '', at: this.place().at + 1, field: NAME } }).then(() => this.backToSheet());
    },

    setCopies(text) { this.copies = Math.max(Math.round(Number(text)) || 1, 1); },

    async removeRows() {
      const rows = this.selectedNames();
      if (!rows.length) return this.selectFirst();
      const kept = await this.attempt({ do: 'remove_rows', table: this.sheet.name, rows }, { structure: true });
      if (kept) desk.tell(`${rows.length === 1 ? rows[0] : `${rows.length} rows`} removed. Undo brings ${rows.length === 1 ? 'it' : 'them'} back.`);
      this.backToSheet();
      return kept;
    },

    moveRows(by) {
      if (this.ordered()) { this.problem = 'The rows are sorted or filtered for looking at. Go back to their own order to move them.'; return null; }
      const rows = this.selectedNames();
      if (!rows.length) return this.selectFirst();
      const all = this.sheet.rows;
      const at = all.indexOf(by < 0 ? rows[0] : rows[rows.length - 1]) + by;
      if (at < 0 || at >= all.length) return null;
      const before = by < 0 ? all[at] : all[at + 1];
      return this.attempt({ do: 'move_rows', table: this.sheet.name, rows, before }, { structure: true }).then(() => this.backToSheet());
    },

    makeDefault() {
      const [row] = this.selectedNames();
      return row ? this.attempt({ do: 'set_default_row', table: this.sheet.name, row }, { structure: true }).then(() => desk.tell(`${row} is taken where no row is picked.`)) : this.selectFirst();
    },

    isDefault() { return Boolean(this.cell) && this.sheet.default_row === this.cell.row; },

    // Columns.
    addColumn(form) {
      const target = form.elements.target.value;
      form.reset();
      if (target) this.addTarget(target);
    },

    async addTarget(target) {
      if (this.sheet.columns.some((column) => column.target === target)) { desk.tell(`There is a column ${target} already.`); this.showColumn(target); return; }
      const kept = await this.attempt({ do: 'add_column', table: this.sheet.name, target }, { structure: true });
      if (!kept) return;
      desk.tell(`Column ${target} added.`);
      this.showColumn(target);
    },

    async addProperty(form) {
      const { name, kind } = form.elements;
      const target = name.value.trim().replaceAll(' ', '_');
      if (!target) return;
      if (await this.attempt({ do: 'add_column', table: this.sheet.name, target, kind: kind.value }, { structure: true })) { form.reset(); this.showColumn(target); }
    },

    showColumn(target) { sheet().selectCell(sheet().rows[sheet().from.row], target); },

    columnInHand() { return this.cell ? this.sheet.columns.find(({ target }) => target === this.cell.field) || null : null; },

    setColumn(field, text) {
      const column = this.columnInHand();
      return column ? this.attempt({ do: 'set_column', table: this.sheet.name, target: column.target, field, text }, { structure: true }) : null;
    },
    toggleKey() { return this.setColumn('key', this.columnInHand().key ? '' : 'yes'); },
    toggleOpen() { return this.setColumn('open', this.columnInHand().open ? '' : 'yes'); },

    moveColumn(by) {
      const column = this.columnInHand();
      const all = this.sheet.columns.map(({ target }) => target);
      const at = column ? all.indexOf(column.target) + by : -1;
      if (at < 0 || at >= all.length) return null;
      return this.attempt({ do: 'move_column', table: this.sheet.name, target: column.target, before: by < 0 ? all[at] : all[at + 1] }, { structure: true });
    },

    async removeColumn() {
      const column = this.columnInHand();
      if (!column) { this.problem = 'Select a cell of the column first.'; return; }
      if (await this.attempt({ do: 'remove_column', table: this.sheet.name, target: column.target }, { structure: true })) desk.tell(`Column ${column.title} removed with its cells. Undo brings it back.`);
    },

    // The table itself.
    // What can be renamed here: {name, edit, into}.
    inHand(what) {
      if (what === 'column') return this.columnNaming();
      if (what === 'row') return { name: this.cell.row, edit: JSON.stringify({ do: 'rename_row', table: this.sheet.name, row: this.cell.row }), into: 'name' };
      return { name: this.sheet.name, edit: JSON.stringify({ do: 'rename_table', name: this.sheet.name }), into: 'to' };
    },
    // A property has a name of its own; every other column has that of the parameter, part or feature that it decides.
    columnNaming() {
      const { target, kind } = this.columnInHand();
      const [name, state] = target.split('.');
      if (kind !== '') return { name: target, edit: JSON.stringify({ do: 'rename_property', table: this.sheet.name, name: target }), into: 'to' };
      const part = (desk.state.parts || []).some((one) => one.name === name);
      return { name, edit: JSON.stringify({ do: state ? `rename_${part ? 'part' : 'feature'}` : 'rename_parameter', name }), into: 'to' };
    },
    // The sheet under its new names; a table has another address, too.
    afterRenaming({ from, to }) {
      if (from === this.sheet.name) window.location.search = `?tab=${encodeURIComponent(to)}`;
      else if (this.cell && this.cell.field === 'name') this.reload({ row: to, at: 0, field: 'name' });
      else this.reload();
    },
    async removeTable() {
      if (await this.attempt({ do: 'remove_table', table: this.sheet.name }, { moving: true })) window.location.search = '';
    },

    // Columns by pointing: a dimension or a feature in the picture.
    pointing: false,
    togglePointing() { this.pointing = !this.pointing; if (this.pointing) desk.tell('Click a dimension or a feature in the picture.'); document.getElementById('picture').classList.toggle('is-adding-columns', this.pointing); },
    pointedFeature(name) { if (this.pointing) { this.togglePointing(); this.addTarget(`${name}.built`); } },
    pointedDimension(name) { if (this.pointing) { this.togglePointing(); this.addTarget(name); } },

    // Filters.
    toggleFilters() {
      this.filtering = !this.filtering;
      if (!this.filtering) this.filters = {};
      this.fitHeight();
      sheet().setFilters(this.filtering);
      this.order();
    },
    ownOrder() { this.sort = null; this.filters = {}; sheet().drawHead(); this.order(); },
  };
}
