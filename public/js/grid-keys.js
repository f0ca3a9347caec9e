// The keyboard and the clipboard of a grid, as people know them from spreadsheets.
import { desk } from './desk.js';
const NAME = 'name';

// A block of cells as a spreadsheet puts it on the clipboard: tabs between cells, quotes around what has breaks in it.
export function readBlock(text) {
  const rows = [[]];
  let cell = '';
  let quoted = false;
  const put = () => { rows[rows.length - 1].push(cell); cell = ''; };
  for (let at = 0; at < text.length; at += 1) {
    const letter = text[at];
    if (quoted) {
      if (letter === '"' && text[at + 1] === '"') { cell += '"'; at += 1; } else if (letter === '"') quoted = false;
      else cell += letter;
    } else if (letter === '"' && cell === '') quoted = true;
    else if (letter === '\t') put();
    else if (letter === '\n') { put(); rows.push([]); } else if (letter !== '\r') cell += letter;
  }
  put();
  if (rows.length > 1 && rows[rows.length - 1].length === 1 && rows[rows.length - 1][0] === '') rows.pop();
  return rows;
}

export function writeBlock(rows) {
  const cell = (text) => (/[\t\n"]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  return rows.map((row) => row.map(cell).join('\t')).join('\n');
}

export function keys(sheet) {
  return {
    listen(root) {
      root.addEventListener('copy', (event) => this.copy(event));
      root.addEventListener('cut', (event) => { if (this.copy(event) && desk.mayEdit) this.clearCells(); });
      root.addEventListener('paste', (event) => this.paste(event));
    },

    // The keys that work on rows and blocks; the sheet knows those that move and edit.
    gridKey(event) {
      if (desk.mayEdit) return this.editKey(event);
      return event.altKey && event.key === 'f' ? () => this.openPanel('find') : null;
    },
    editKey({ key, ctrlKey, metaKey, altKey }) {
      const control = ctrlKey || metaKey;
      if (altKey && !control) {
        return { ArrowUp: () => this.moveRows(-1), ArrowDown: () => this.moveRows(1), n: () => this.addRow(), c: () => this.duplicateRows(), Delete: () => this.removeRows(),
          s: () => this.openPanel('series'), k: () => this.openPanel('column'), f: () => this.openPanel('find') }[key];
      }
      if (control) return { d: () => this.fillDown() }[key.toLowerCase()];
      return key === 'Delete' || key === 'Backspace' ? () => this.clearCells() : null;
    },

    // Not away from what is being typed by now.
    backToSheet() { if (sheet() && !sheet().editor) sheet().root.focus({ preventScroll: true }); },

    block() {
      const { rows, fields } = this.selection();
      return rows.map((row) => fields.map((field) => String(row[field] ?? '')));
    },

    copy(event) {
      if (event.target.matches('input')) return false;
      event.preventDefault();
      event.clipboardData.setData('text/plain', writeBlock(this.block()));
      const { rows, fields } = this.selection();
      desk.tell(`${rows.length * fields.length} ${rows.length * fields.length === 1 ? 'cell' : 'cells'} copied.`);
      return true;
    },

    paste(event) {
      if (event.target.matches('input') || !desk.mayEdit) return;
      event.preventDefault();
      const text = event.clipboardData.getData('text/plain');
      if (text) sheet().soonest(() => this.pasteBlock(readBlock(text)));
    },

    // Lays a block over the grid from the first selected cell on. One value fills the whole selection; rows beyond the
    // last are added.
    pasteBlock(block) {
      const { rows, fields } = this.selection();
      const single = block.length === 1 && block[0].length === 1;
      const all = [NAME, ...this.sheet.columns.map(({ target }) => target)];
      const active = sheet().rows;
      const from = rows.length ? active.indexOf(rows[0]) : 0;
      const column = Math.max(all.indexOf(fields[0]), 0);
      const lines = single ? rows.map(() => fields.map(() => block[0][0])) : block;
      if (lines.some((line) => line.length > all.length - column)) {
        this.problem = `The block has ${Math.max(...lines.map((line) => line.length))} columns, but only ${all.length - column} are left here. Begin further left, or add columns.`;
        return null;
      }
      const edits = this.blockEdits(lines, active.slice(from, from + lines.length), all.slice(column));
      return edits.length ? this.attempt(edits, { structure: true }) : null;
    },

    // Cells of rows that are there, names that change, and rows that are new.
    blockEdits(lines, present, fields) {
      const cells = [];
      const names = [];
      const added = [];
      const taken = new Set(this.sheet.rows.map((name) => name.toLowerCase()));
      lines.forEach((line, at) => {
        const row = present[at];
        const named = fields[0] === NAME ? line[0].trim() : '';
        if (row) {
          line.forEach((text, number) => { if (fields[number] !== NAME && String(row[fields[number]] ?? '') !== text.trim()) cells.push({ row: row.name, column: fields[number], text: this.meant(row, fields[number], text) }); });
          if (named && named !== row.name) names.push({ row: row.name, name: named });
          return;
        }
        const name = named || this.freshName('new', taken);
        taken.add(name.toLowerCase());
        const filled = line.map((text, number) => [fields[number], text.trim()]).filter(([field, text]) => field !== NAME && text !== '');
        added.push({ name, cells: Object.fromEntries(filled) });
      });
      const table = this.sheet.name;
      return [cells.length && { do: 'set_cells', table, cells }, names.length && { do: 'rename_rows', table, names }, added.length && { do: 'add_rows', table, added }].filter(Boolean);
    },

    clearCells() { return this.fillSelection(() => ''); },

    // The first row of the selection into all others.
    fillDown() {
      const { rows } = this.selection();
      if (rows.length < 2) { this.problem = 'Select the cell and the cells below it first.'; return null; }
      const [first] = rows;
      return this.fillSelection((field) => String(first[field] ?? ''));
    },

    fillSelection(text) {
      const { rows, fields } = this.selection();
      const cells = rows.flatMap((row) => fields.filter((field) => field !== NAME).map((field) => ({ row: row.name, column: field, text: text(field), old: String(row[field] ?? '') })))
        .filter((cell) => cell.text !== cell.old).map(({ row, column, text: said }) => ({ row, column, text: said }));
      return this.setCells(cells);
    },

    // Many cells as one change.
    setCells(cells) { return cells.length ? this.attempt({ do: 'set_cells', table: this.sheet.name, cells }, { structure: true }) : null; },
  };
}
