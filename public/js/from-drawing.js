// A drawing of outlines that is taken in: as a plate, or as cut-outs of a part.
import { send, words } from './api.js';
import { desk } from './desk.js';
import { counted } from './wording.js';

export function fromDrawing() {
  return {
    as: 'plate',
    problem: '',

    plate() { return this.as === 'plate'; },

    async take(form) {
      this.problem = '';
      const { file, name, thickness, width, height } = form.elements;
      const [as, part] = this.plate() ? ['plate', name.value.trim()] : this.as.split(':');
      const wanted = this.plate() ? { thickness: thickness.value, width: width.value.trim(), height: height.value.trim() } : {};
      try {
        const told = await send(`${desk.api}/outlines?${new URLSearchParams({ as, part, ...wanted })}`, file.files[0]);
        const passed = told.passed_over ? ` ${counted(told.passed_over, 'thing')} in it that ${told.passed_over === 1 ? 'is' : 'are'} no outline ${told.passed_over === 1 ? 'was' : 'were'} passed over.` : '';
        if (!await desk.editOrTell(told.edits, `Taken: ${counted(told.outlines, 'outline')}.${passed} Undo takes it back.`)) return;
        form.reset();
        this.as = 'plate';
      } catch (refusal) {
        this.problem = [words(refusal), ...(refusal.problems || []).slice(0, 3).map((one) => one.text)].join(' ');
      }
    },
  };
}
