// A new table, and the name of one.
import { words } from './api.js';
import { desk } from './desk.js';

export function tables() {
  return {
    problem: '',
    async addTable(form) {
      const name = form.elements.name.value.trim().replaceAll(' ', '_');
      try {
        await desk.edit({ do: 'add_table', name }, { refresh: false });
        window.location.href = `${window.location.pathname}?tab=${encodeURIComponent(name)}`;
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
  };
}
