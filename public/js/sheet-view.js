// A sheet of cells that stays fluid with thousands of rows and many columns: only the cells in sight are in the page, and
// they are used again as one scrolls. It knows cells, a selected block, the keyboard that moves it, and an editor; what
// the cells say and what becomes of them is its owner's.
//
//   owner.drawCell(row, column, element)   fills an element for a cell
//   owner.rowClass(row)                    classes of a row
//   owner.editText(row, column)            what the editor begins with; undefined where nothing can be typed
//   owner.choices(column)                  texts that the editor offers
//   owner.typed(row, column, text)         something was typed
//   owner.moved()                          another block is selected
//   owner.seen()                           other rows are in sight
//   owner.heading(column, element)         fills a heading
//   owner.sized(column)                    a column was made wider or narrower by hand; without it, none can be
//
// Rows are any objects; columns are { key, title, group, width, right, className }; the first stays in sight.
const ROW = 29;
const GROUPS = 17;
const HEAD = 40;
const FILTER = 29;
const OVER = 4;
const NARROWEST = 48;
const WIDEST = 640;

const make = (name, className, role) => {
  const element = document.createElement(name);
  element.className = className;
  if (role) element.setAttribute('role', role);
  return element;
};

export class SheetView {
  rows = [];
  columns = [];
  // The selection.
  from = { row: 0, column: 0 };
  till = { row: 0, column: 0 };
  // Lines in sight by their number, and elements to use again.
  pool = new Map();
  spare = [];
  marked = [];
  filters = false;
  editor = null;
  waiting = [];
  // Keys that wait while the sheet is held.
  held = 0;
  keys = [];

  // +head+ is the height of the headings in px.
  constructor(root, owner, { head = HEAD } = {}) {
    this.root = root;
    this.owner = owner;
    this.titles = head;
    root.classList.add('sheet-view');
    root.setAttribute('role', 'grid');
    root.setAttribute('aria-multiselectable', 'true');
    root.tabIndex = 0;
    this.head = make('div', 'sheet-head', 'rowgroup');
    this.body = make('div', 'sheet-body', 'rowgroup');
    root.replaceChildren(this.head, this.body);
    root.addEventListener('scroll', () => this.soon());
    root.addEventListener('keydown', (event) => this.key(event));
    this.body.addEventListener('pointerdown', (event) => this.press(event));
    this.body.addEventListener('pointermove', (event) => this.drag(event));
    this.body.addEventListener('dblclick', () => this.edit());
    this.watch = new ResizeObserver(() => this.soon());
    this.watch.observe(root);
  }

  destroy() { this.watch.disconnect(); cancelAnimationFrame(this.frame); }

  // What is shown. The selection stays where it was, as far as there are cells.
  show(columns, rows) {
    this.columns = columns;
    this.layOut();
    this.showRows(rows);
  }

  // Columns one beside the other.
  layOut() {
    let left = 0;
    this.columns.forEach((column) => { Object.assign(column, { left }); left += column.width; });
    this.width = left;
    this.headed = null;
  }

  // Makes a column so wide, in px.
  size(column, width) {
    if (!column || !this.owner.sized) return;
    column.width = Math.round(Math.min(Math.max(width, NARROWEST), WIDEST));
    this.layOut();
    this.body.style.width = `${this.width}px`;
    this.head.style.width = `${this.width}px`;
    this.redraw();
    this.owner.sized(column);
  }

  // What a column is dragged by, at the right end of its heading.
  grip(column) {
    const grip = make('span', 'sheet-grip');
    grip.setAttribute('aria-hidden', 'true');
    grip.title = 'Drag to make the column wider or narrower (Alt+Shift+arrows)';
    grip.addEventListener('pointerdown', (event) => {
      event.preventDefault();
      const begun = column.width - event.clientX;
      // The heading is drawn anew on the way, so the window is listened to.
      const move = ({ clientX }) => this.size(column, begun + clientX);
      const end = () => { window.removeEventListener('pointermove', move); window.removeEventListener('pointerup', end); };
      window.addEventListener('pointermove', move);
      window.addEventListener('pointerup', end);
    });
    return grip;
  }

  showRows(rows) {
    this.rows = rows;
    this.root.setAttribute('aria-rowcount', rows.length + 1);
    this.root.setAttribute('aria-colcount', this.columns.length);
    this.body.style.height = `${rows.length * ROW}px`;
    this.body.style.width = `${this.width}px`;
    this.head.style.width = `${this.width}px`;
    this.select(this.clamped(this.from), this.clamped(this.till), { quiet: true });
    this.redraw();
  }

  get headHeight() { return GROUPS + this.titles + (this.filters ? FILTER : 0); }

  clamped({ row, column }) {
    return { row: Math.max(Math.min(row, this.rows.length - 1), 0), column: Math.max(Math.min(column, this.columns.length - 1), 0) };
  }

  // Headings of the columns in sight: groups of neighbours, titles, and the filters.
  drawHead(shown = this.visible().columns) {
    const row = make('div', 'sheet-row', 'row');
    row.setAttribute('aria-rowindex', 1);
    let group = null;
    const groups = this.columns.map((column, at) => {
      if (at && group && column.group === group.title) { group.width += column.width; return null; }
      group = { title: column.group, left: column.left, width: column.width };
      return group;
    }).filter(Boolean);
    groups.forEach(({ title, left, width }) => {
      if (!title) return;
      const element = make('div', 'sheet-group');
      element.setAttribute('aria-hidden', 'true');
      element.textContent = title;
      Object.assign(element.style, { left: `${left}px`, width: `${width}px` });
      row.append(element);
    });
    shown.forEach((at) => {
      const column = this.columns[at];
      const element = make('div', `sheet-heading ${column.className || ''}`, 'columnheader');
      element.setAttribute('aria-colindex', at + 1);
      Object.assign(element.style, { left: `${at ? column.left : 0}px`, width: `${column.width}px`, height: `${this.headHeight - GROUPS}px` });
      if (at === 0) element.classList.add('is-first');
      this.owner.heading(column, element, this.filters);
      if (this.owner.sized) element.append(this.grip(column));
      row.append(element);
    });
    this.head.replaceChildren(row);
    this.head.style.height = `${this.headHeight}px`;
    this.headed = shown.join();
  }

  setFilters(on) { this.filters = on; this.drawHead(); this.redraw(); }

  soon() {
    if (this.frame) return;
    this.frame = requestAnimationFrame(() => { this.frame = null; this.draw(); });
  }

  // All cells afresh, or those of some rows.
  redraw(rows = null) {
    const again = rows && new Set(rows);
    this.pool.forEach((line, at) => { if (!again || again.has(this.rows[at])) line.dirty = true; });
    this.draw();
  }

  visible() {
    const { scrollTop, clientHeight, scrollLeft, clientWidth } = this.root;
    const first = Math.max(Math.floor(scrollTop / ROW) - OVER, 0);
    const last = Math.min(Math.ceil((scrollTop + clientHeight - this.headHeight) / ROW) + OVER, this.rows.length);
    const columns = this.columns.map((_, at) => at).filter((at) => at === 0 || (this.columns[at].left + this.columns[at].width > scrollLeft && this.columns[at].left < scrollLeft + clientWidth));
    return { first, last, columns };
  }

  draw() {
    if (!this.columns.length) return;
    const { first, last, columns } = this.visible();
    const wide = columns.join();
    // While something is typed into a filter, its heading stays.
    if (this.headed !== wide && !this.head.contains(document.activeElement)) this.drawHead(columns);
    this.pool.forEach((line, at) => {
      if (at >= first && at < last) return;
      this.pool.delete(at);
      line.dirty = true;
      this.spare.push(line);
    });
    for (let at = first; at < last; at += 1) {
      const line = this.pool.get(at) || this.line(at);
      if (line.dirty || line.wide !== wide) this.fill(line, at, columns, wide);
    }
    this.spare.forEach(({ element }) => { element.hidden = true; });
    this.mark();
    const sight = `${first}-${last}`;
    if (sight !== this.sight) { this.sight = sight; this.owner.seen(); }
  }

  line(at) {
    const line = this.spare.pop() || { element: make('div', 'sheet-row', 'row'), cells: new Map() };
    if (!line.element.isConnected) this.body.append(line.element);
    line.element.hidden = false;
    line.dirty = true;
    this.pool.set(at, line);
    return line;
  }

  fill(line, at, columns, wide) {
    const { element } = line;
    element.style.transform = `translateY(${at * ROW}px)`;
    element.style.width = `${this.width}px`;
    element.className = `sheet-row ${at % 2 ? 'is-odd' : ''} ${this.owner.rowClass(this.rows[at])}`;
    element.setAttribute('aria-rowindex', at + 2);
    this.fillCells(line, at, columns);
    line.dirty = false;
    line.wide = wide;
  }

  // Cells of columns that stay in sight stay; those that went are used for the ones that came.
  fillCells(line, at, columns) {
    const row = this.rows[at];
    const wanted = new Set(columns);
    const free = [];
    line.cells.forEach((cell, column) => { if (!wanted.has(column)) { line.cells.delete(column); free.push(cell); } });
    columns.forEach((column) => {
      const present = line.cells.get(column);
      if (present && !line.dirty) return;
      const cell = present || free.pop() || line.element.appendChild(make('div', 'sheet-cell', 'gridcell'));
      line.cells.set(column, cell);
      this.fillCell(cell, row, at, column);
    });
    free.forEach((cell) => cell.remove());
  }

  fillCell(cell, row, at, column) {
    const { left, width, right, className, key } = this.columns[column];
    // What is being typed stays.
    if (this.editor && cell.contains(this.editor.input)) {
      if (this.editor.row === row && this.editor.column.key === key) return;
      this.leave(true);
    }
    cell.className = `sheet-cell ${column ? '' : 'is-first'} ${right ? 'is-right' : ''} ${className || ''}`;
    cell.style.left = column ? `${left}px` : '0';
    cell.style.width = `${width}px`;
    cell.dataset.at = column;
    cell.dataset.field = key;
    cell.id = `${this.root.id}-${at}-${column}`;
    cell.setAttribute('role', 'gridcell');
    cell.setAttribute('aria-colindex', column + 1);
    ['title', 'aria-label', 'aria-selected'].forEach((name) => cell.removeAttribute(name));
    if (cell.firstChild) cell.replaceChildren();
    this.owner.drawCell(row, this.columns[column], cell);
  }

  // The selected block and its first cell.
  mark() {
    const { top, bottom, left, right } = this.bounds();
    this.marked.forEach((cell) => { cell.classList.remove('is-selected', 'is-active'); cell.removeAttribute('aria-selected'); });
    this.marked = [];
    this.pool.forEach(({ cells }, at) => {
      if (at < top || at > bottom) return;
      cells.forEach((cell, column) => {
        if (column < left || column > right) return;
        cell.classList.add('is-selected');
        cell.classList.toggle('is-active', at === this.from.row && column === this.from.column);
        cell.setAttribute('aria-selected', 'true');
        this.marked.push(cell);
      });
    });
    const id = `${this.root.id}-${this.from.row}-${this.from.column}`;
    if (this.pool.has(this.from.row) && document.getElementById(id)) this.root.setAttribute('aria-activedescendant', id);
    else this.root.removeAttribute('aria-activedescendant');
  }

  bounds() {
    const [top, bottom] = [this.from.row, this.till.row].sort((a, b) => a - b);
    const [left, right] = [this.from.column, this.till.column].sort((a, b) => a - b);
    return { top, bottom, left, right };
  }

  // The rows and columns of the selected block.
  selection() {
    if (!this.rows.length || !this.columns.length) return { rows: [], columns: [] };
    const { top, bottom, left, right } = this.bounds();
    return { rows: this.rows.slice(top, bottom + 1), columns: this.columns.slice(left, right + 1) };
  }

  select(from, till = from, { quiet = false } = {}) {
    this.from = this.clamped(from);
    this.till = this.clamped(till);
    if (quiet) return;
    this.bring(this.till);
    this.draw();
    this.owner.moved();
  }

  selectCell(row, key) {
    const at = this.rows.indexOf(row);
    const column = this.columns.findIndex((item) => item.key === key);
    if (at >= 0) this.select({ row: at, column: Math.max(column, 0) });
  }

  // Scrolls a cell into sight.
  bring({ row, column }) {
    const { root } = this;
    const top = row * ROW;
    const room = root.clientHeight - this.headHeight;
    if (top < root.scrollTop) root.scrollTop = top;
    else if (top + ROW > root.scrollTop + room) root.scrollTop = top + ROW - room;
    const { left, width } = this.columns[column] || { left: 0, width: 0 };
    const frozen = this.columns[0].width;
    if (!column) return;
    if (left - frozen < root.scrollLeft) root.scrollLeft = left - frozen;
    else if (left + width > root.scrollLeft + root.clientWidth) root.scrollLeft = left + width - root.clientWidth;
  }

  // The hand.
  at(event) {
    const cell = event.target.closest('.sheet-cell');
    if (!cell) return null;
    const row = Array.from(this.pool.entries()).find(([, line]) => line.element === cell.parentElement);
    return row ? { row: row[0], column: Number(cell.dataset.at) } : null;
  }

  press(event) {
    if (event.target.closest('input')) return;
    const place = this.at(event);
    if (!place || event.button) return;
    this.root.focus({ preventScroll: true });
    this.select(event.shiftKey ? this.from : place, place);
  }

  drag(event) {
    if (event.buttons !== 1 || event.target.closest('input')) return;
    const place = this.at(event);
    if (place && (place.row !== this.till.row || place.column !== this.till.column)) this.select(this.from, place);
  }

  // While rows or columns change, what a quick hand does next waits until they are there: it means the sheet to come.
  hold() { this.held += 1; }
  release() {
    this.held -= 1;
    while (!this.held && this.keys.length) this.keys.shift()();
  }

  // Does it now, or as soon as the sheet is there.
  soonest(act) { if (this.held) this.keys.push(act); else act(); }

  // A key that waited. Where it begins or goes on typing, it is typed here, for the browser has seen it long ago.
  replay(event) {
    if (!this.editor) { this.act(event); return; }
    if (['Enter', 'Tab', 'Escape'].includes(event.key)) this.editorKey(event);
    else if (event.key === 'Backspace') this.editor.input.value = this.editor.input.value.slice(0, -1);
    else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) this.editor.input.value += event.key;
  }

  // The keyboard: moving, selecting, editing. The owner's own keys go first.
  key(event) {
    if (event.target.closest('input, select, button')) return;
    if (this.held) { event.preventDefault(); this.keys.push(() => this.replay(event)); return; }
    this.act(event);
  }

  act(event) {
    const act = this.owner.keyAct(event) || this.keyAct(event);
    if (!act) return;
    event.preventDefault();
    act();
  }

  keyAct(event) {
    const { key, shiftKey, altKey } = event;
    const control = event.ctrlKey || event.metaKey;
    const wider = { ArrowLeft: -16, ArrowRight: 16 }[key];
    if (altKey && shiftKey && wider && this.owner.sized) return () => { const column = this.columns[this.from.column]; if (column) this.size(column, column.width + wider); };
    if (altKey) return null;
    const end = { row: this.rows.length - 1, column: this.columns.length - 1 };
    const page = Math.max(Math.floor((this.root.clientHeight - this.headHeight) / ROW) - 1, 1);
    const way = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1], PageUp: [-page, 0], PageDown: [page, 0] }[key];
    if (way) return () => this.go(way, control ? Math.max(end.row, end.column) : 1, shiftKey);
    if (key === 'Home') return () => this.move({ row: control ? 0 : this.till.row, column: 0 }, shiftKey);
    if (key === 'End') return () => this.move({ row: control ? end.row : this.till.row, column: end.column }, shiftKey);
    if (control && key.toLowerCase() === 'a') return () => this.select({ row: 0, column: 0 }, end);
    if (control) return null;
    if (key === 'Enter' || key === 'F2') return () => this.edit();
    if (key === 'Tab') return this.beside(shiftKey ? -1 : 1) ? () => this.select(this.beside(shiftKey ? -1 : 1)) : null;
    if (key.length === 1) return () => this.edit(key);
    return null;
  }

  go([rows, columns], times, extend) { this.move({ row: this.till.row + rows * times, column: this.till.column + columns * times }, extend); }
  move(place, extend) { this.select(extend ? this.from : place, place); }

  // The next or previous cell, over the ends of rows; none at the ends of the sheet.
  beside(by) {
    const number = this.from.row * this.columns.length + this.from.column + by;
    if (number < 0 || number >= this.rows.length * this.columns.length) return null;
    return { row: Math.floor(number / this.columns.length), column: number % this.columns.length };
  }

  // An editor over the active cell. Enter keeps and goes down, Tab keeps and goes on, Escape leaves.
  edit(begun) {
    if (!this.rows.length || this.editor) return;
    const { row, column } = this.from;
    const text = this.owner.editText(this.rows[row], this.columns[column]);
    if (text === undefined) return;
    this.bring(this.from);
    this.draw();
    const cell = this.pool.get(row)?.cells.get(column);
    if (!cell) return;
    const input = make('input', 'sheet-input');
    input.setAttribute('aria-label', `${this.columns[column].title} of ${this.owner.rowName(this.rows[row])}`);
    input.value = begun ?? text;
    this.offer(input, this.columns[column]);
    cell.replaceChildren(input);
    cell.classList.add('is-editing');
    this.editor = { input, row: this.rows[row], column: this.columns[column], text };
    input.addEventListener('keydown', (event) => this.editorKey(event));
    input.addEventListener('blur', () => this.leave(true));
    input.focus({ preventScroll: true });
    if (begun === undefined) input.select();
  }

  offer(input, column) {
    const choices = this.owner.choices(column);
    if (!choices.length) return;
    const list = make('datalist', '');
    list.id = `${this.root.id}-choices`;
    choices.forEach((choice) => { const option = make('option', ''); option.value = choice; list.append(option); });
    this.root.parentElement.append(list);
    input.setAttribute('list', list.id);
  }

  editorKey(event) {
    event.stopPropagation();
    const by = { Enter: { row: this.from.row + (event.shiftKey ? -1 : 1), column: this.from.column }, Tab: this.beside(event.shiftKey ? -1 : 1) || this.from }[event.key];
    if (event.key === 'Escape') { event.preventDefault(); this.leave(false); this.root.focus({ preventScroll: true }); }
    if (!by) return;
    event.preventDefault();
    this.leave(true);
    this.root.focus({ preventScroll: true });
    this.select(this.clamped(by));
  }

  // Fulfilled when nothing is being typed.
  idle() { return this.editor ? new Promise((done) => { this.waiting.push(done); }) : Promise.resolve(); }

  leave(keep) {
    if (!this.editor) return;
    const { input, row, column, text } = this.editor;
    this.editor = null;
    document.getElementById(`${this.root.id}-choices`)?.remove();
    this.redraw([row]);
    if (keep && input.value.trim() !== text) this.owner.typed(row, column, input.value.trim());
    this.waiting.splice(0).forEach((done) => done());
  }
}
