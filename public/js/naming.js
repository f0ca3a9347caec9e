// A name that is changed where it stands: what would follow is told while it is typed; it is kept by Enter or the button.
import { get, post, words } from './api.js';

export function naming() {
  return {
    changed: false,
    wrong: '',
    places: [],

    get input() { return this.$root.querySelector('input'); },
    name() { return this.$root.dataset.name; },
    renaming() { return { ...JSON.parse(this.$root.dataset.edit), to: this.input.value.trim() }; },

    async attempt() {
      const typed = this.input.value;
      this.changed = typed.trim() !== this.name();
      if (!this.changed) { this.restore(); return; }
      try {
        const kind = this.renaming().do.replace('rename_', '');
        const [{ changes }, { uses }] = await Promise.all([
          post(`${this.api}/foresee`, { edits: [this.renaming()] }),
          get(`${this.api}/uses?kind=${kind}&name=${encodeURIComponent(this.name())}`),
        ]);
        if (this.input.value !== typed) return;
        this.wrong = '';
        this.places = uses.map(({ place }) => changes.find((change) => change.startsWith(`${place}: `) && change.includes(' → ')) || place);
      } catch (refusal) {
        this.wrong = words(refusal);
      }
    },

    followText() {
      return `${this.places.length} ${this.places.length === 1 ? 'place follows' : 'places follow'}; no variant changes.`;
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
