// Lists of a product: what is listed, how it is arranged, and where its files are.
import { get, newest, words } from './api.js';
import { query } from './pick.js';
import { desk } from './desk.js';
import { counted, nameFrom } from './wording.js';

export function listing() {
  let root = null;
  let dragged = 0;

  return {
    // "list:NAME" of one that is kept, "kind:NAME" of all others.
    what: '',
    over: 'variant',
    group: '',
    sums: 'yes',
    label: '',
    // Names, in their order; none where those that are usual are meant.
    picked: [],
    order: [],
    all: [],
    columns: [],
    groups: [],
    sumsRow: [],
    notes: [],
    title: '',
    about: '',
    size: 0,
    shown: 0,
    busy: false,
    // Whether it takes a while.
    slow: false,
    // Whether nothing is known yet of how it is arranged.
    fresh: true,
    problem: '',
    ask: newest(),
    listener: null,

    init() {
      root = this.$el;
      this.what = JSON.parse(root.dataset.list).what;
      this.listener = () => this.look();
      window.addEventListener('outcome', this.listener);
      this.choose();
    },
    destroy() { window.removeEventListener('outcome', this.listener); },

    several() { return this.over === 'all'; },
    kept() { return this.what.startsWith('list:'); },
    name() { return this.what.slice(this.what.indexOf(':') + 1); },

    // Another list, as it is kept or usual.
    choose() {
      Object.assign(this, { picked: [], order: [], group: '', sums: '', label: '' });
      if (this.kept()) this.over = 'kept';
      else if (this.over === 'kept') this.over = 'variant';
      this.fresh = true;
      this.look();
    },
    afresh() { this.choose(); },

    rows() {
      const fields = Array.from(root.querySelectorAll('[data-table]'), ({ dataset, value }) => [dataset.table, value.trim()]);
      return Object.fromEntries(this.several() ? fields.filter(([, value]) => value) : []);
    },
    options() {
      const rows = Object.entries(this.rows()).map(([table, text]) => `${table}=${text}`).join('; ');
      const own = { [this.kept() ? 'list' : 'kind']: this.name(), over: this.over, rows, columns: this.picked.join(','), order: this.order.join(','),
        group: this.group, sums: this.sums };
      return Object.entries(own).filter(([, value]) => value);
    },
    parameters() {
      const found = new URLSearchParams(query(desk.state.pick));
      this.options().forEach(([key, value]) => found.set(key, value));
      return found;
    },
    address(ending) { return `${desk.api.replace('/api', '')}/list.${ending}?${this.parameters()}`; },

    // Draws it anew; the first answer about a list says how it is arranged.
    async look() {
      this.busy = true;
      const waits = setTimeout(() => { this.slow = this.busy; }, 600);
      try {
        const told = await this.ask(`${desk.api}/lists?${this.parameters()}`);
        if (!told) return;
        this.problem = '';
        this.take(told);
      } catch (refusal) {
        this.problem = words(refusal);
        Object.assign(this, { groups: [], columns: [], sumsRow: [], size: 0, notes: [] });
      } finally {
        clearTimeout(waits);
        this.busy = false;
        this.slow = false;
      }
    },
    take({ columns, groups, sums, all, notes, title, about, size, shown, design }) {
      Object.assign(this, { columns, groups, all, notes, title, about, size, shown, sumsRow: sums });
      if (!this.fresh) return;
      this.fresh = false;
      Object.assign(this, { over: design.over, group: design.group, sums: design.sums, order: design.order, label: this.kept() ? title : '' });
      root.querySelectorAll('[data-table]').forEach((field) => { field.value = design.rows[field.dataset.table] || ''; });
      if (this.kept()) this.picked = columns.map(({ name }) => name);
    },

    shownNames() { return this.picked.length ? this.picked : this.columns.map(({ name }) => name); },
    chosen({ name }) { return this.columns.some((column) => column.name === name); },
    toggle({ name }) {
      const now = this.shownNames();
      const left = now.filter((own) => own !== name);
      if (now.includes(name)) this.picked = left.length ? left : now;
      else this.picked = this.all.map((column) => column.name).filter((own) => own === name || now.includes(own));
      this.look();
    },
    flipSums() { this.sums = this.sums === 'yes' ? 'no' : 'yes'; this.look(); },

    // Columns are moved by dragging their headings, or with Alt and the arrow keys.
    move(at, by) {
      const names = this.shownNames().slice();
      const to = at + by;
      if (to < 0 || to >= names.length) return;
      names.splice(to, 0, ...names.splice(at, 1));
      this.picked = names;
      this.look().then(() => root.querySelectorAll('.list-sort')[to]?.focus());
    },
    drag(at) { dragged = at; },
    dropAt(at) { this.move(dragged, at - dragged); },

    // By one column: upwards, downwards, not at all.
    sort({ name }) {
      const now = this.order[0];
      if (now === name) this.order = [`-${name}`];
      else this.order = now === `-${name}` ? [] : [name];
      this.look();
    },
    sorted({ name }) {
      if (this.order[0] === name) return 'ascending';
      return this.order[0] === `-${name}` ? 'descending' : null;
    },
    headingText(column) { return column.heading + ({ ascending: ' ↑', descending: ' ↓' }[this.sorted(column)] || ''); },
    sortTitle({ heading }) { return `Order by ${heading}. Drag it, or press Alt and an arrow key, to move the column.`; },
    side(column) { return column?.number ? 'num' : ''; },
    aboutText() { return this.title ? `of ${this.about}: ${counted(this.size, 'line')}` : ''; },
    moreText() { return `The first ${this.shown} of ${this.size} lines; the files hold all.`; },

    async keep(form) {
      const label = form.elements.label.value.trim();
      const name = this.kept() && label === this.title ? this.name() : nameFrom(label);
      const edit = { do: 'keep_list', name, label, kind: await this.kind(), over: this.over, rows: this.rows(), columns: this.shownNames(),
        order: this.order, group: this.group, sums: this.sums };
      if (!await desk.editOrTell(edit, `"${label}" is kept with this family.`)) return;
      await this.$nextTick();
      this.what = `list:${name}`;
      root.querySelector('#list-what').value = this.what;
    },
    async kind() {
      if (!this.kept()) return this.name();
      return (await get(`${desk.api}/lists?${this.parameters()}`)).design.kind;
    },
    async drop() {
      const name = this.name();
      if (!await desk.editOrTell({ do: 'remove_list', name }, 'The list is removed. Undo brings it back.')) return;
      this.what = root.querySelector('#list-what optgroup:last-child option').value;
      this.choose();
    },
  };
}
