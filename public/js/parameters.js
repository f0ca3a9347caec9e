// The list of parameters: a new one from "value as name", removal.
import { post, words } from './api.js';
import { query } from './pick.js';

export function parameters() {
  return {
    problem: '',

    async add(form) {
      const text = form.querySelector('input').value.trim();
      const kind = form.querySelector('select').value;
      try {
        const unit = kind === 'number' ? await this.unitOf(text) : null;
        await this.edit({ do: 'name_value', text, kind, ...(unit ? { unit } : {}) });
        this.problem = '';
        form.reset();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    // A formula brings its own unit.
    async unitOf(text) {
      const value = text.split(/\s+as\s+/)[0];
      const trial = await post(`${this.api}/try?${query(this.state.pick)}`, { text: value, like: { any: true } });
      return trial.unit;
    },

    async remove(name) {
      try {
        await this.edit({ do: 'remove_parameter', name });
        this.tell(`${name} removed. Undo brings it back.`);
      } catch (refusal) {
        const places = refusal.findings.map((finding) => finding.place).filter(Boolean);
        this.tell(places.length ? `${name} is still in use: ${places.slice(0, 3).join('; ')}.` : words(refusal));
      }
    },
  };
}
