// Part numbers, descriptions and names of rows by pattern: tried over all variants while one types, and then kept.
import { get, words } from './api.js';
import { desk } from './desk.js';

export function numbers() {
  return {
    name: '',
    text: '',
    rowsOf: '',
    found: null,
    problem: '',
    timer: null,

    init() {
      this.name = this.$root.dataset.pattern;
      this.text = this.$root.dataset.text;
      this.rowsOf = this.$root.dataset.rowsOf || '';
      if (this.text) this.try();
    },
    destroy() { clearTimeout(this.timer); },

    type(text) { this.text = text; clearTimeout(this.timer); this.timer = setTimeout(() => this.try(), 180); },
    put(name) {
      const input = this.$root.querySelector('.pattern-text');
      const at = input.selectionStart ?? this.text.length;
      this.type(`${this.text.slice(0, at)}{${name}}${this.text.slice(input.selectionEnd ?? at)}`);
      input.focus();
    },

    async try() {
      if (this.text.trim() === '') { this.found = null; this.problem = ''; return; }
      const asked = this.text;
      try {
        const found = await get(`${desk.api}/labels?${new URLSearchParams({ name: this.name || 'name', text: asked, rows_of: this.rowsOf })}`);
        if (asked !== this.text) return;
        this.found = found;
        this.problem = '';
      } catch (refusal) {
        if (asked === this.text) { this.problem = words(refusal); this.found = null; }
      }
    },

    summary() {
      if (!this.found) return '';
      const { variants, doubled_count: doubled } = this.found;
      return doubled ? `${doubled} ${doubled === 1 ? 'label is' : 'labels are'} shared by several of ${variants} variants` : `${variants} ${variants === 1 ? 'variant' : 'variants'}, each label once`;
    },
    mustDiffer() { return this.name === 'part_number' || this.rowsOf !== ''; },
    isDoubled(label) { return this.mustDiffer() && this.found.doubled.some(([other]) => other === label); },
    firstLabels() { return this.found ? this.found.labels.slice(0, 60).map(([variant, label]) => ({ variant, label })) : []; },
    moreLabels() { return this.found ? Math.max(this.found.variants - 60, 0) : 0; },

    async keepPattern() {
      try {
        const { made } = await desk.edit({ do: 'set_pattern', name: this.name, text: this.text }, { refresh: false });
        await desk.resolve();
        desk.tell(made ? 'Kept. Undo brings back what was.' : 'Nothing changed.');
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
    async nameRows() {
      try {
        const { edit } = await get(`${desk.api}/row_names?${new URLSearchParams({ rows_of: this.rowsOf, text: this.text })}`);
        await desk.edit(edit);
        desk.tell('The rows are named. Undo brings their names back.');
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
  };
}
