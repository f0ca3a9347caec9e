// The list of parameters: a new one from "value as name", removal.
import { post, words } from './api.js';
import { query } from './pick.js';
import { desk } from './desk.js';

export function parameters() {
  return {
    problem: '',

    async add(form) {
      const text = form.querySelector('input').value.trim();
      const kind = form.querySelector('select').value;
      try {
        const unit = kind === 'number' ? await this.unitOf(text) : null;
        await desk.edit({ do: 'name_value', text, kind, ...(unit ? { unit } : {}) });
        this.problem = '';
        form.reset();
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    // A formula brings its own unit.
    async unitOf(text) {
      const value = text.split(/\s+as\s+/)[0];
      const trial = await post(`${desk.api}/try?${query(desk.state.pick)}`, { text: value, like: { any: true } });
      return trial.unit;
    },

    // One is open at a time; what is open is what is asked about.
    toggle(step, name) {
      desk.openAt(desk.openStep === step ? null : step);
      desk.select(name);
    },

    async move(name, by) {
      const list = Array.from(document.querySelectorAll('.names .name-button'), (button) => button.dataset.given2);
      const at = list.indexOf(name);
      if (at + by < 0 || at + by >= list.length) return;
      await desk.editOrTell({ do: 'move_parameter', name, before: list[at + (by > 0 ? 2 : -1)] || null });
    },

    async remove(name) {
      try {
        await desk.edit({ do: 'remove_parameter', name });
        desk.tell(`${name} removed. Undo brings it back.`);
      } catch (refusal) {
        if (desk.offerAlong({ do: 'remove_parameter', name }, refusal, `${name} removed. Undo brings it back.`)) return;
        const places = refusal.findings.map((finding) => finding.place).filter(Boolean);
        desk.tell(places.length ? `${name} is still in use: ${places.slice(0, 3).join('; ')}.` : words(refusal));
      }
    },
  };
}
