// A name that is changed where it stands: what would follow is told while it is typed; it is kept by Enter or the button.
import { get, post, words } from './api.js';
import { desk } from './desk.js';

export function naming() {
  return {
    changed: false,
    wrong: '',
    // null until it is known.
    places: null,
    // How many variants would change: none, unless a label speaks of names.
    variants: 0,

    get input() { return this.$root.querySelector('input'); },
    name() { return this.$root.dataset.name; },
    // A row takes its new name as "name", all else as "to".
    renaming() { return { ...JSON.parse(this.$root.dataset.edit), [this.$root.dataset.into || 'to']: this.input.value.trim() }; },
    spoken() {
      const { do: edit, table } = this.renaming();
      return get(`${desk.api}/uses?${new URLSearchParams({ kind: edit.replace('rename_', ''), name: this.name(), ...(table ? { table } : {}) })}`);
    },

    async attempt() {
      const typed = this.input.value;
      this.changed = typed.trim() !== this.name();
      if (!this.changed) { this.restore(); return; }
      this.places = null;
      try {
        const [{ changes, blast, others }, { uses }] = await Promise.all([post(`${desk.api}/foresee`, { edits: [this.renaming()] }), this.spoken()]);
        if (this.input.value !== typed) return;
        this.wrong = '';
        this.variants = blast ? blast.changed : 0;
        const there = others.flatMap((one) => one.changes.map((change) => `${one.name}: ${change}`));
        this.places = uses.map(({ place }) => changes.find((change) => change.startsWith(`${place}: `) && change.includes(' → ')) || place).concat(there);
      } catch (refusal) {
        this.wrong = words(refusal);
      }
    },

    followText() {
      if (!this.places) return 'Looking where it is used …';
      const variants = this.variants ? `${this.variants} ${this.variants === 1 ? 'variant changes' : 'variants change'}` : 'no variant changes';
      return `${this.places.length} ${this.places.length === 1 ? 'place follows' : 'places follow'}; ${variants}.`;
    },

    async keep() {
      const to = this.input.value.trim();
      if (to === this.name()) { this.restore(); return; }
      const from = this.name();
      const { openStep, selected } = desk;
      this.follow(from, to);
      try {
        await desk.edit(this.renaming());
        desk.tell(`${from} is called ${to} now.`);
        this.changed = false;
        this.$dispatch('renamed', { from, to });
      } catch (refusal) {
        Object.assign(desk, { openStep, selected });
        this.changed = true;
        this.wrong = words(refusal);
      }
    },

    // What is open and what is selected goes by the new name: "stock:NAME", "NAME.built".
    follow(from, to) {
      const [open, ...kind] = (desk.openStep || '').split(':').reverse();
      if (open === from) desk.openStep = [...kind.reverse(), to].join(':');
      const [selected, ...path] = (desk.selected || '').split('.');
      if (selected === from) desk.selected = [to, ...path].join('.');
    },

    restore() {
      this.input.value = this.name();
      this.changed = false;
      this.wrong = '';
    },
  };
}
