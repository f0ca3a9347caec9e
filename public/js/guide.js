// A form being filled: every answer resolves the family again, and the picture follows.
import { get, post, remove, send, words } from './api.js';
import { arranging } from './arranging.js';
import { fields } from './fields.js';
import { desk } from './desk.js';
import { rootOf } from './magic.js';

export function guide() {
  return {
    ...arranging(),
    ...fields(),
    listener: null,
    // What is shown of the form that is filled in.
    shownForm: null,
    refused: null,
    arranged: null,

    init() {
      this.root = rootOf(this);
      if ((desk.openStep || '').startsWith('form:') && desk.mayEdit && !this.arranging) setTimeout(() => this.toggleArranging());
      this.listener = (event) => this.follow(event.detail);
      this.refused = (event) => this.refuse(event.detail);
      window.addEventListener('outcome', this.listener);
      window.addEventListener('answer-refused', this.refused);
      // Lists that are new can be dragged in, and conditions that are new are followed.
      this.arranged = () => { this.makeSortable(); this.follow(desk.state); };
      window.addEventListener('renewed', this.arranged);
      this.follow(desk.state);
    },
    destroy() {
      window.removeEventListener('outcome', this.listener);
      window.removeEventListener('answer-refused', this.refused);
      window.removeEventListener('renewed', this.arranged);
    },

    // What was refused stays in its field, with the reason, until something else is answered.
    refuse({ name, text, words: told }) {
      const row = this.root.querySelector(`[data-ask="${CSS.escape(name || '')}"]`);
      if (!row) return;
      const input = row.querySelector('[data-input]');
      if (input && !['checkbox', 'range'].includes(input.type)) input.value = text;
      const place = row.querySelector('[data-says]');
      place.classList.add('is-wrong');
      place.textContent = told;
    },

    // Why it is not possible now is what the Because panel tells of the value.
    refusedChoice(name, entry, why) {
      desk.select(name);
      const said = (this.shownForm && Object.values(this.shownForm.items).find((item) => item.ask === name)) || {};
      desk.tell(`${entry} is not possible now: ${said.locked || this.offeredBy(name) || why}`);
    },
    offeredBy(name) {
      const { asked } = desk.state.values[name] || {};
      return asked && asked.offered ? `a rule offers ${asked.offered.join(', ')}.` : '';
    },

    startAgain() { return desk.clearAnswers(); },
    act({ dataset: { does, sets } }) {
      if (does === 'start_again') this.startAgain();
      if (does === 'set') { Object.assign(desk.state.pick.answers, JSON.parse(sets)); desk.resolve(); }
      if (does === 'keep') this.keepIt();
    },
    // Under the part number; on its page it can have another name.
    async keepIt() {
      try {
        const kept = await post(`${desk.api}/forms/${this.root.dataset.form}/configurations`, { name: '', entries: this.entries() });
        desk.tell(`Kept as ${kept.name}: /configurations/${kept.code}`);
      } catch (refusal) {
        desk.tell(words(refusal));
      }
    },
    // What is answered of what the form asks for, rows among it.
    entries() {
      const { rows, answers } = desk.state.pick;
      const asked = Object.values((this.shownForm || {}).items || {}).filter((item) => item.ask).map(({ ask }) => [ask, ask.endsWith('.row') ? rows[ask.slice(0, -4)] : answers[ask]]);
      return Object.fromEntries(asked.filter(([, text]) => text));
    },

    // A row of a table is picked, all else is answered.
    give(name, text) {
      if (name.endsWith('.row')) return desk.pickRow(name.slice(0, -4), text);
      if (text === '' && desk.state.values[name] && desk.state.values[name].base_unit !== undefined) delete desk.state.pick.answers[name];
      else desk.state.pick.answers[name] = text;
      return desk.resolve();
    },

    // Shows an outcome in the fields: values, limits, choices that are not possible now, locks, findings.
    follow(state) {
      this.showForm((state.forms || {})[this.root.dataset.form]);
      const asked = new URLSearchParams(Object.entries(this.entries()).map(([name, text]) => [`set[${name}]`, text]));
      this.askChoices(`${desk.api}/forms/${this.root.dataset.form}/choices?${asked}&version=${state.version}`);
    },
    // An engineer may see what comes of what is not possible.
    bars() { return false; },

    // Pictures and schemas are sent as they are; what comes back is an edit.
    async bring(path, file, then) {
      try {
        await then(await send(`${desk.api}/${path}`, file));
      } catch (refusal) {
        desk.tell([words(refusal), ...(refusal.problems || []).slice(0, 3).map((one) => one.text)].join(' '));
      }
    },
    async bringPicture(input) {
      const [file] = input.files;
      if (!file) return;
      const name = file.name.replace(/[.][^.]*$/, '').replace(/[^\p{L}\p{N}_]+/gu, '_').replace(/^(?=\d)/, '_') || 'picture';
      await this.bring('pictures', file, ({ picture }) => desk.editOrTell({ do: 'put_picture', picture: { name, ...picture } }));
      input.value = '';
    },
    dropPicture(name) { return desk.editOrTell({ do: 'remove_picture', name }); },
    async bringSchema(input) {
      const [file] = input.files;
      if (!file) return;
      const name = input.closest('form').elements.name.value.trim();
      await this.bring(`forms?name=${encodeURIComponent(name)}`, file, async ({ edits }) => { if (await desk.editOrTell(edits)) this.openForm(name); });
      input.value = '';
    },

    // Publishing.
    async publish(form) {
      try {
        const made = await post(`${desk.api}/forms/${this.root.dataset.form}/publication`, { origins: form.elements.origins.value });
        await desk.refresh();
        desk.tell(`Published at ${made.address}, as of edition ${made.version}.`);
      } catch (refusal) {
        desk.tell(words(refusal));
      }
    },
    async withdraw() {
      try {
        await remove(`${desk.api}/forms/${this.root.dataset.form}/publication`);
        await desk.refresh();
        desk.tell('Withdrawn. Publishing it anew opens the same address.');
      } catch (refusal) {
        desk.tell(words(refusal));
      }
    },

    openForm(name) { window.location.assign(`${window.location.pathname}?tab=${encodeURIComponent(name)}`); },
    async addForm(form) {
      const name = form.elements.name.value.trim();
      if (await desk.editOrTell({ do: 'put_form', form: { name, pages: [{ title: 'Questions', groups: [{ fields: [] }] }] } })) this.openForm(name);
    },
    // One that is made from what the family has.
    async proposeForm(button) {
      try {
        const { form } = await get(`${desk.api}/form?name=${encodeURIComponent(button.form.elements.name.value.trim())}`);
        if (await desk.editOrTell({ do: 'put_form', form })) this.openForm(form.name);
      } catch (refusal) {
        desk.tell(words(refusal));
      }
    },
  };
}
