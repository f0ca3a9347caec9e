// A form being filled: every answer resolves the family again, and the picture follows.
import { get, words } from './api.js';
import { arranging } from './arranging.js';

export function guide() {
  return {
    ...arranging(),
    listener: null,
    refused: null,
    arranged: null,

    init() {
      this.listener = (event) => this.follow(event.detail);
      this.refused = (event) => this.refuse(event.detail);
      window.addEventListener('outcome', this.listener);
      window.addEventListener('answer-refused', this.refused);
      // Lists that are new can be dragged in, and conditions that are new are followed.
      this.arranged = () => { this.makeSortable(); this.follow(this.state); };
      window.addEventListener('renewed', this.arranged);
      this.follow(this.state);
    },
    destroy() {
      window.removeEventListener('outcome', this.listener);
      window.removeEventListener('answer-refused', this.refused);
      window.removeEventListener('renewed', this.arranged);
    },

    // What was refused stays in its field, with the reason, until something else is answered.
    refuse({ name, text, words: told }) {
      const row = this.$root.querySelector(`[data-ask="${CSS.escape(name || '')}"]`);
      if (!row) return;
      const input = row.querySelector('[data-input]');
      if (input && !['checkbox', 'range'].includes(input.type)) input.value = text;
      const place = row.querySelector('[data-says]');
      place.classList.add('is-wrong');
      place.textContent = told;
    },

    slide(input) { this.answer(input.dataset.input, `${input.value} ${input.dataset.unit}`.trim()); },
    flip(input) { this.answer(input.dataset.input, input.checked ? 'yes' : 'no'); },
    type(input) { this.answer(input.dataset.input, input.value.trim()); },
    choose(button) {
      if (button.getAttribute('aria-disabled') !== 'true') { this.answer(button.dataset.choose, button.dataset.choice); return; }
      // Why it is not possible now is what the Because panel tells of the value.
      this.select(button.dataset.choose);
      this.tell(`${button.textContent.trim()} is not possible now: ${this.whyNot(button.dataset.choose)}`);
    },

    // Who decides a value, or leaves no choice.
    whyNot(name) {
      const value = this.state.values[name];
      if (!value.applies) return 'it does not apply.';
      if (!value.computed && !['person', 'default'].includes(value.decider)) return `decided by ${value.by}.`;
      return value.asked.offered ? `a rule offers ${value.asked.offered.join(', ')}.` : 'see the reasons beside.';
    },

    startAgain() { return this.clearAnswers(); },

    // Shows an outcome in the fields: values, limits, choices that are not possible now, locks, findings.
    follow(state) {
      const flags = (state.forms || {})[this.$root.dataset.form] || {};
      this.$root.querySelectorAll('[data-at]').forEach((item) => { item.classList.toggle('is-absent', (flags[item.dataset.at] || {}).shown === false); });
      this.$root.querySelectorAll('[data-ask]').forEach((row) => {
        const name = row.dataset.ask;
        const value = state.values[name];
        if (!value) return;
        const closed = Boolean((flags[row.dataset.at] || {}).locked);
        const locked = closed || !value.applies || (!value.computed && !['person', 'default'].includes(value.decider));
        this.field(row, value, locked);
        this.says(row, name, value, state, locked, closed);
      });
    },

    field(row, value, locked) {
      const input = row.querySelector('[data-input]');
      if (input) this.input(input, value, locked);
      row.querySelectorAll('[data-choose]').forEach((button) => {
        button.setAttribute('aria-pressed', this.same(button.dataset.choice, value));
        button.setAttribute('aria-disabled', locked || !this.offered(button.dataset.choice, value));
      });
    },

    input(input, value, locked) {
      const { asked } = value;
      input.disabled = locked;
      input.placeholder = input.closest('[data-ask]').dataset.placeholder || '';
      if (input.type === 'checkbox') { input.checked = value.text === 'yes'; return; }
      if (input.type === 'range') {
        input.min = asked.least ?? Math.min(0, asked.entry);
        input.max = asked.most ?? Math.max(asked.entry * 2, 1);
        input.step = asked.step ?? 'any';
      }
      if (input.tagName === 'SELECT') {
        Array.from(input.options).forEach((option) => {
          option.disabled = !this.offered(option.value, value);
          option.selected = this.same(option.value, value);
        });
      } else if (document.activeElement !== input || input.type !== 'range') {
        input.value = value.value === undefined ? '' : asked.entry;
      }
    },

    // Entries of one amount may be written differently: "0.50" and "0.5".
    alike(choice, entry, value) { return choice === entry || (value.base_unit !== undefined && Number(choice) === Number(entry)); },
    same(choice, value) { return this.alike(choice, value.asked.entry, value); },
    offered(choice, value) { return !value.asked.offered || value.asked.offered.some((entry) => this.alike(choice, entry, value)); },

    says(row, name, value, state, locked, closed) {
      const place = row.querySelector('[data-says]');
      if (place.dataset.help === undefined) place.dataset.help = place.textContent;
      const finding = state.findings.find((item) => item.path && ((item.path[0] === 'parameters' && item.path[1] === name) || (item.concerns || []).includes(name)));
      place.classList.toggle('is-wrong', Boolean(finding));
      place.textContent = this.saying(finding, value, locked, closed) ?? place.dataset.help;
    },

    // What is to be said of a field, or nothing.
    saying(finding, value, locked, closed) {
      if (finding) return [finding.message, finding.remedy].filter(Boolean).join(' ');
      if (!value.applies) return 'Does not apply now.';
      if (closed) return 'Not to be answered now.';
      return locked ? `Decided by ${value.by}.` : null;
    },

    async addField(select) { if (select.value) await this.editOrTell({ do: 'add_field', form: this.$root.dataset.form, ask: select.value }); },
    async addForm(form) {
      const name = form.elements.name.value.trim();
      await this.editOrTell({ do: 'put_form', form: { name, pages: [{ title: 'Questions', groups: [{ fields: [] }] }] } });
    },
    // One that is made from what the family has.
    async proposeForm(button) {
      try {
        const { form } = await get(`${this.api}/form?name=${encodeURIComponent(button.form.elements.name.value.trim())}`);
        await this.editOrTell({ do: 'put_form', form });
      } catch (refusal) {
        this.tell(words(refusal));
      }
    },
  };
}
