// Tables together: which rows of two of them go together, and the list of all complete variants.
import { get, newest, words } from './api.js';
import { queryRows } from './pick.js';
import { desk } from './desk.js';

export function combine() {
  // Kept, because what was clicked may be gone from the page by the time an answer comes.
  let root = null;

  return {
    down: '',
    across: '',
    pairs: null,
    askPairs: newest(),
    reason: null,
    problem: '',
    text: '',
    only: 'valid',
    listed: [],
    next: 0,
    counts: null,
    busy: false,
    timer: null,
    heard: null,

    init() {
      root = this.$root;
      const [down, across] = desk.tables.map(({ name }) => name);
      this.down = down || '';
      this.across = across || '';
      this.heard = () => { if (this.counts && this.counts.valid !== desk.review.valid) this.load(); };
      window.addEventListener('reviewed', this.heard);
      desk.keep(() => this.load());
      this.load();
    },
    destroy() { window.removeEventListener('reviewed', this.heard); desk.keep(null); clearTimeout(this.timer); },

    async load() { await Promise.all([this.loadPairs(), this.loadList(true)]); },

    setDown(name) { this.down = name; if (this.across === name) this.across = desk.tables.map((table) => table.name).find((other) => other !== name); return this.loadPairs(); },
    setAcross(name) { this.across = name; if (this.down === name) this.down = desk.tables.map((table) => table.name).find((other) => other !== name); return this.loadPairs(); },

    async loadPairs() {
      if (!this.down || !this.across) return;
      try {
        const found = await this.askPairs(`${desk.api}/pairs?down=${encodeURIComponent(this.down)}&across=${encodeURIComponent(this.across)}&${queryRows(desk.state.pick)}`);
        if (!found) return;
        this.pairs = found;
        this.reason = null;
        this.problem = '';
        setTimeout(() => this.paintPairs());
      } catch (refusal) {
        this.pairs = null;
        this.problem = words(refusal);
      }
    },

    // Thousands of cells are quicker made by hand than one by one by a template.
    paintPairs() {
      const place = root.querySelector('.pairs');
      if (!place) return;
      const { down, across, cells } = this.pairs;
      const table = document.createElement('table');
      const head = table.createTHead().insertRow();
      head.append(document.createElement('td'), ...across.map((name) => { const th = document.createElement('th'); th.scope = 'col'; const span = document.createElement('span'); span.textContent = name; th.append(span); return th; }));
      const body = table.createTBody();
      down.forEach((name, row) => {
        const line = body.insertRow();
        const th = document.createElement('th');
        th.scope = 'row';
        th.textContent = name;
        line.append(th, ...across.map((other, column) => {
          const td = document.createElement('td');
          const button = document.createElement('button');
          const fine = cells[row][column] < 0;
          button.className = fine ? 'pair is-valid' : 'pair is-refused';
          button.textContent = fine ? '✓' : '–';
          button.setAttribute('aria-label', `${name} with ${other}: ${fine ? 'valid' : 'not valid'}`);
          button.addEventListener('click', () => this.ask(row, column));
          td.append(button);
          return td;
        }));
      });
      place.replaceChildren(table);
    },

    ask(row, column) {
      const { down, across, cells, reasons } = this.pairs;
      const found = reasons[cells[row][column]];
      this.reason = { pair: `${down[row]} with ${across[column]}`, text: found ? found.text : 'is valid.', remedy: found ? found.remedy : '', fine: !found };
      desk.state.pick.rows[this.down] = down[row];
      desk.state.pick.rows[this.across] = across[column];
      desk.resolve();
    },
    pairText() { return this.pairs ? `${this.pairs.valid} of ${this.pairs.pairs} pairs are valid` : ''; },

    // The list of complete variants.
    type(text) { this.text = text; clearTimeout(this.timer); this.timer = setTimeout(() => this.loadList(true), 200); },
    setOnly(only) { this.only = only; return this.loadList(true); },

    async loadList(fresh = false) {
      this.busy = true;
      const asked = new URLSearchParams({ from: String(fresh ? 0 : this.next), text: this.text, only: this.only });
      if (fresh) asked.set('count', 'yes');
      try {
        const found = await get(`${desk.api}/complete?${asked}`);
        if (asked.get('text') !== this.text || asked.get('only') !== this.only) return;
        this.listed = fresh ? found.rows : this.listed.concat(found.rows);
        this.next = found.next;
        if (fresh) this.counts = { variants: found.variants, valid: found.valid };
        this.problem = '';
      } catch (refusal) {
        this.problem = words(refusal);
      } finally {
        this.busy = false;
      }
    },
    countText() {
      if (!this.counts) return 'Counting …';
      const { variants, valid } = this.counts;
      return valid === null ? `${variants} variants, not all looked at` : `${valid} of ${variants} complete variants are valid`;
    },
    rowsOf(variant) { return desk.tables.map(({ name }) => variant.rows[name] || ''); },
    look(variant) { Object.assign(desk.state.pick.rows, variant.rows); return desk.resolve(); },
  };
}
