// A name that is changed where it stands: what would follow is told while it is typed; it is kept by Enter or the button.
import { post, words } from './api.js';

export function naming() {
  return {
    changed: false,
    wrong: '',
    places: [],
    count: 0,

    get input() { return this.$root.querySelector('input'); },
    name() { return this.$root.dataset.name; },
    renaming() { return { ...JSON.parse(this.$root.dataset.edit), to: this.input.value.trim() }; },

    async attempt() {
      const typed = this.input.value;
      this.changed = typed.trim() !== this.name();
      if (!this.changed) { this.restore(); return; }
      try {
        const { changes, changed } = await post(`${this.api}/foresee`, { edits: [this.renaming()] });
        if (this.input.value !== typed) return;
        this.wrong = '';
        this.places = [...new Set(changes)];
        this.count = changed;
      } catch (refusal) {
        this.wrong = words(refusal);
      }
    },

    followText() {
      const kept = this.places.length < this.count ? ` The first ${this.places.length}:` : '';
      return `${this.count} ${this.count === 1 ? 'place follows' : 'places follow'}; no variant changes.${kept}`;
    },

    async keep() {
      const to = this.input.value.trim();
      if (to === this.name()) { this.restore(); return; }
      const from = this.name();
      try {
        const open = this.openStep;
        if (open && open.split(':').pop() === from) this.openStep = open.replace(from, to);
        await this.edit(this.renaming());
        this.tell(`${from} is called ${to} now.`);
      } catch (refusal) {
        this.changed = true;
        this.wrong = words(refusal);
      }
    },

    restore() {
      this.input.value = this.name();
      this.changed = false;
      this.wrong = '';
    },
  };
}
