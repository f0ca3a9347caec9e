// A bought part that is taken in from a STEP file.
import { send, words } from './api.js';
import { desk } from './desk.js';

export function boughtPart() {
  return {
    busy: false,
    problem: '',

    async take(form) {
      this.problem = '';
      this.busy = true;
      const { file, name, mass } = form.elements;
      try {
        const told = await send(`${desk.api}/models?${new URLSearchParams({ name: name.value.trim(), mass: mass.value.trim() })}`, file.files[0]);
        const size = told.size.map((length) => Math.round(length * 10) / 10).join(' × ');
        if (await desk.editOrTell(told.edits, `Taken: ${told.solids === 1 ? 'one solid' : `${told.solids} solids`}, ${size} mm. Undo takes it back.`)) form.reset();
      } catch (refusal) {
        this.problem = words(refusal);
      } finally { this.busy = false; }
    },
  };
}
