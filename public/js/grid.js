// A variant table as a spreadsheet-like grid (tabulator-tables), its import and its tools.
import { TabulatorFull } from '/vendor/tabulator/tabulator.js';
import { post, Refusal, words } from '/js/api.js';
import { wrongness } from '/js/entry.js';

const PLAIN = /^[+-]?(\d+(\.\d+)?|\.\d+)$/;

export function grid() {
  // The grid keeps out of Alpine's reactive data, which would wrap all its rows.
  let table = null;
  let built = false;

  return {
    ...wrongness(),
    problem: '',
    preview: null,
    data: null,
    listener: null,
    timer: null,

    init() {
      this.data = JSON.parse(this.$root.dataset.grid);
      table = new TabulatorFull(this.$refs.grid, {
        data: this.data.rows,
        index: 'name',
        rowHeader: { title: 'Variant', field: 'name', frozen: true, resizable: false, editor: 'input', cssClass: 'cell-name', headerSort: false, width: 110 },
        columns: this.data.columns.map((column) => this.column(column)),
        layout: 'fitColumns',
        nestedFieldSeparator: false,
        maxHeight: '62vh',
        headerSortClickElement: 'icon',
        selectableRange: 1,
        selectableRangeColumns: true,
        selectableRangeClearCells: true,
        selectableRangeClearCellsValue: '',
        editTriggerEvent: 'dblclick',
        clipboard: true,
        clipboardCopyStyled: false,
        clipboardCopyConfig: { rowHeaders: false, columnHeaders: false },
        clipboardCopyRowRange: 'range',
        clipboardPasteParser: 'range',
        clipboardPasteAction: 'range',
        rowFormatter: (row) => row.getElement().classList.toggle('in-view', row.getData().name === this.inView()),
        placeholder: 'No rows yet: add the first variant.',
      });
      table.on('cellEdited', (cell) => this.edited(cell));
      table.on('rangeChanged', () => { clearTimeout(this.timer); this.timer = setTimeout(() => this.follow(), 0); });
      table.on('tableBuilt', () => this.begin());
      this.listener = () => table.getRows('active').forEach((row) => row.reformat());
      window.addEventListener('outcome', this.listener);
    },

    destroy() {
      clearTimeout(this.timer);
      window.removeEventListener('outcome', this.listener);
      table.destroy();
      built = false;
    },

    // Begins at the row in view. The grid's own markup lacks a name, and a role between grid and rows, for
    // those who hear it.
    begin() {
      this.$refs.grid.setAttribute('aria-label', `Table ${this.data.name}`);
      this.$refs.grid.querySelector('.tabulator-tableholder').setAttribute('role', 'rowgroup');
      this.$refs.grid.querySelector('.tabulator-table').setAttribute('role', 'presentation');
      const row = table.getRows().find((item) => item.getData().name === this.inView());
      const [range] = table.getRanges();
      const cell = row && row.getCells().find((item) => item.getField() !== 'name');
      if (range && cell) range.setBounds(cell, cell);
      built = true;
    },

    inView() { return this.state.pick.rows[this.data.name]; },

    column(column) {
      const list = column.choices.length > 0 && !column.number;
      return {
        title: column.unit ? `${column.title} (${column.unit})` : column.title,
        field: column.target,
        headerTooltip: column.target,
        hozAlign: column.number ? 'right' : 'left',
        editor: list ? 'list' : 'input',
        editorParams: list ? { values: ['', ...column.choices], autocomplete: true, freetext: true, allowEmpty: true, listOnEmpty: true } : { selectContents: true },
        formatter: (cell) => this.shown(cell.getValue(), column),
        minWidth: 88,
        headerWordWrap: true,
      };
    },

    // A plain number gets its unit in a lighter tone; an empty cell says that it is open.
    shown(value, column) {
      const span = document.createElement('span');
      const text = value === undefined || value === null ? '' : String(value);
      if (text === '') { span.className = 'cell-open'; span.textContent = 'open'; return span; }
      span.textContent = text;
      if (column.unit && PLAIN.test(text)) {
        const unit = document.createElement('span');
        unit.className = 'cell-unit';
        unit.textContent = ` ${column.unit}`;
        span.append(unit);
      }
      return span;
    },

    // The row in view and the reasons follow the selected cell, once the grid is done moving it.
    follow() {
      const [range] = built ? table.getRanges() : [];
      const row = range && range.getRows()[0];
      if (!row) return;
      const { name } = row.getData();
      if (name !== this.inView()) this.pickRow(this.data.name, name);
      const column = range.getColumns()[0];
      const target = column && column.getField();
      if (target && target !== 'name') this.select(target);
    },

    async edited(cell) {
      const field = cell.getField();
      const value = cell.getValue() === undefined || cell.getValue() === null ? '' : String(cell.getValue());
      const { name } = cell.getData();
      if (value === String(cell.getOldValue() ?? '')) return;
      try {
        if (field === 'name') {
          await this.edit({ do: 'rename_row', table: this.data.name, row: cell.getOldValue(), name: value });
        } else {
          await this.edit({ do: 'set_cell', table: this.data.name, row: name, column: field, text: value }, { refresh: false });
        }
        this.problem = '';
      } catch (refusal) {
        cell.restoreOldValue();
        this.point(value, refusal);
        this.problem = `${name}: ${words(refusal)} The cell keeps its old value.`;
      }
    },

    async attempt(edits) {
      try {
        await this.edit(edits);
      } catch (refusal) {
        this.marked = false;
        this.problem = words(refusal);
      }
    },

    fresh(base) {
      const taken = this.data.rows.map((row) => row.name.toLowerCase());
      for (let number = 2; ; number += 1) {
        const name = `${base} ${number}`;
        if (!taken.includes(name.toLowerCase())) return name;
      }
    },

    addRow() { return this.attempt({ do: 'add_row', table: this.data.name, name: this.fresh('new') }); },

    duplicateRow() {
      const like = this.inView();
      if (!like) { this.problem = 'Select a row first.'; return null; }
      return this.attempt({ do: 'add_row', table: this.data.name, name: this.fresh(like), like, after: like });
    },

    removeRow() {
      const name = this.inView();
      if (!name) { this.problem = 'Select a row first.'; return null; }
      return this.attempt({ do: 'remove_rows', table: this.data.name, rows: [name] }).then(() => this.tell(`${name} removed. Undo brings it back.`));
    },

    addColumn(select) {
      const target = select.value;
      if (target) this.attempt({ do: 'add_column', table: this.data.name, target });
    },

    // Import: read here, compared there, shown, and only then kept.
    async importFile(input) {
      const file = input.files[0];
      input.value = '';
      if (!file) return;
      try {
        if (file.size > 20e6) throw new Refusal({ message: 'The file is larger than 20 MB.' });
        const csv = new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer());
        const answer = await post(`${this.api}/tables/${encodeURIComponent(this.data.name)}/preview`, { csv });
        this.preview = { problems: [], ...answer };
      } catch (refusal) {
        const text = refusal instanceof TypeError ? 'The file is not UTF-8 text. Save it as "CSV UTF-8".' : words(refusal);
        const lines = refusal.findings?.length ? refusal.findings.map((finding) => `${finding.place}: ${finding.message} ${finding.remedy || ''}`) : (refusal.problems || []);
        this.preview = { problems: lines.length ? lines : [text], changes: [], effects: [], edit: null };
      }
    },

    previewTitle() {
      const { problems, changes } = this.preview;
      if (problems.length) return 'The file cannot be taken; nothing was changed';
      return changes.length ? `${changes.length} ${changes.length === 1 ? 'difference' : 'differences'}` : 'The file holds nothing new';
    },

    async acceptImport() {
      const { edit } = this.preview;
      this.cancelImport();
      await this.attempt(edit);
    },
    cancelImport() { this.preview = null; },
  };
}

// The first table of a family that has none.
export function tables() {
  return {
    problem: '',
    async addTable(form) {
      try {
        await this.edit({ do: 'add_table', name: form.elements.name.value.trim() });
        window.location.reload();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
  };
}
