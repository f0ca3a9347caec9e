// The recipe of a part: opens one step at a time, adds and removes steps.
import { words } from '/js/api.js';

// What a new feature begins with, by kind; its numbers are there to be changed.
const BEGINNINGS = {
  hole: { diameter: '10 mm' },
  slot: { length: '30 mm', width: '10 mm' },
  cut_out: { width: '50 mm', height: '30 mm' },
};
const CENTRE = { horizontal: { from: 'centre', offset: '0 mm' }, vertical: { from: 'centre', offset: '0 mm' } };

// Which step is open outlasts a refresh of the stage.
const remembered = { open: null };

export function recipe() {
  return {
    open: remembered.open,
    problem: '',
    picked: null,

    init() {
      this.picked = (event) => this.unfold(event.detail);
      window.addEventListener('feature-picked', this.picked);
    },
    destroy() { window.removeEventListener('feature-picked', this.picked); },

    unfold(name) { this.open = remembered.open = name; },

    toggle(name) {
      this.unfold(this.open === name ? null : name);
      this.select(`${name}.built`);
    },

    async add(form) {
      const { kind, name } = Object.fromEntries(new FormData(form));
      try {
        remembered.open = name;
        await this.edit({ do: 'put_feature', part: form.dataset.part, feature: { name, kind, ...BEGINNINGS[kind], ...CENTRE } });
        this.select(`${name}.built`);
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    async remove(name) {
      try {
        await this.edit({ do: 'remove_feature', feature: name });
        this.tell('Removed. Undo brings it back.');
      } catch (refusal) {
        this.tell(words(refusal));
      }
    },
  };
}
