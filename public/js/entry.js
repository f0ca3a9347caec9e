// One entry: it is tried while it is typed, kept on Enter or on leaving it, and a refusal is shown under
// it with the wrong word underlined. Escape brings back what is stored.
import { post, split, words } from './api.js';
import { query } from './pick.js';
import { desk } from './desk.js';
import { rootOf } from './magic.js';

// What underlines the wrong part of a refused text.
export const wrongness = () => ({
  before: '',
  part: '',
  after: '',
  marked: false,

  point(text, refusal) {
    [this.before, this.part, this.after] = split(text, refusal.span);
    this.marked = Boolean(refusal.span);
  },
});

// The edit that keeps a text; +base+ is its plain form as JSON, without what is typed.
function editOf(base, text, argument = 'text') {
  const { field, ...edit } = JSON.parse(base);
  if (edit.do === 'put_parameter') return { ...edit, fields: { [field]: text } };
  return { ...edit, ...(field ? { field } : {}), [argument]: text };
}

// Fields that are entered by Tab have their content selected, as in any table: what is typed next replaces it.
export function selectOnTab() {
  let tabbed = false;
  window.addEventListener('keydown', ({ key }) => { tabbed = key === 'Tab'; }, true);
  window.addEventListener('focusin', ({ target }) => { if (tabbed && target.matches('.entry-text, .ask-control input')) target.select(); });
}

export function entry() {
  return {
    ...wrongness(),
    says: '',
    rows: [],
    wrong: '',
    stored: '',
    refused: null,
    keeping: null,

    get input() { return rootOf(this).querySelector('.entry-text'); },
    init() { this.stored = this.input.value; },

    edits(text) { return editOf(rootOf(this).dataset.edit, text); },

    async keep() {
      const text = this.input.value.trim();
      if (text === this.stored) { this.restore(); return; }
      if (text === this.keeping) return;
      this.keeping = text;
      try {
        await desk.edit(this.edits(text));
        this.wrong = '';
      } catch (refusal) {
        this.refused = text;
        this.refuse(text, refusal);
      } finally {
        this.keeping = null;
      }
    },

    async attempt() {
      const text = this.input.value.trim();
      if (text === this.refused) return;
      if (text === this.stored) desk.foresee(null);
      if (!text || text === this.stored || / as \S*$/.test(text)) { this.says = ''; this.rows = []; this.wrong = ''; return; }
      try {
        const like = JSON.parse(rootOf(this).dataset.like);
        if (like.units) this.says = like.units.includes(text) ? `Shown in "${text}" then; every value stays what it is.` : '';
        if (like.words && !text.startsWith('=')) return;
        const trial = await post(`${desk.api}/try?${query(desk.state.pick)}`, { text, like });
        if (this.left(text)) return;
        this.wrong = '';
        this.says = this.told(trial);
        this.rows = trial.rows || [];
        desk.foresee(this.edits(text));
      } catch (refusal) {
        if (this.left(text)) return;
        this.says = '';
        this.rows = [];
        desk.foresee(null);
        this.refuse(text, refusal);
      }
    },

    // Whether what was tried is typed no more, or was refused meanwhile: what the refusal says stays.
    left(text) { return text === this.refused || text !== this.input.value.trim(); },

    told(trial) {
      if (trial.holds !== undefined) return `${trial.here} here; holds in ${trial.holds} of ${trial.variants} variants`;
      if (trial.least === undefined || trial.variants < 2) return `= ${trial.here}`;
      return trial.least === trial.most ? `= ${trial.here}, the same in all variants` : `= ${trial.here} here; ${trial.least} to ${trial.most} over all variants`;
    },

    refuse(text, refusal) {
      this.point(text, refusal);
      this.wrong = words(refusal);
    },

    restore() {
      this.input.value = this.stored;
      this.says = '';
      this.rows = [];
      this.wrong = '';
      this.refused = null;
      desk.foresee(null);
    },
  };
}

// A select whose choice is an edit.
export function choice() {
  return {
    async keep() {
      const { edit, argument } = this.$el.dataset;
      try {
        await desk.edit(editOf(edit, this.$el.value, argument || 'text'));
      } catch (refusal) {
        desk.tell(words(refusal));
        desk.refresh();
      }
    },
  };
}
