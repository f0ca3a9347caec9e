// A form being filled: every answer resolves the family again, and the picture follows.
import { words } from '/js/api.js';

// The number in a text such as "2000 mm".
const number = (text) => (/^-?[\d.]+(e-?\d+)?/.exec(text) || [''])[0];

export function guide() {
  return {
    listener: null,

    init() {
      this.listener = (event) => this.follow(event.detail);
      window.addEventListener('outcome', this.listener);
      this.follow(this.state);
    },
    destroy() { window.removeEventListener('outcome', this.listener); },

    slide(input) { this.answer(input.dataset.input, `${input.value} ${input.dataset.unit}`.trim()); },
    flip(input) { this.answer(input.dataset.input, input.checked ? 'yes' : 'no'); },
    type(input) { this.answer(input.dataset.input, input.value.trim()); },
    choose(button) {
      if (button.getAttribute('aria-disabled') !== 'true') this.answer(button.dataset.choose, button.dataset.choice);
    },

    startAgain() { return this.clearAnswers(); },

    // Shows an outcome in the fields: values, limits, choices that are not possible now, locks, findings.
    follow(state) {
      this.$root.querySelectorAll('[data-ask]').forEach((row) => {
        const name = row.dataset.ask;
        const value = state.values[name];
        if (!value) return;
        const locked = !value.applies || (!value.computed && !['person', 'default'].includes(value.decider));
        this.field(row, value, locked);
        this.says(row, name, value, state, locked);
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
      input.disabled = locked;
      if (input.type === 'checkbox') { input.checked = value.text === 'yes'; return; }
      if (input.type === 'range') {
        const factor = value.value ? Number(number(value.text)) / value.value : 1;
        const limit = (amount, other) => (amount === undefined ? other : Number((amount * factor).toPrecision(9)));
        input.min = limit(value.least, 0);
        input.max = limit(value.most, Math.max(Number(number(value.text)) * 2, 1));
        input.step = limit(value.step, 'any');
      }
      if (input.tagName === 'SELECT') {
        Array.from(input.options).forEach((option) => {
          option.disabled = !this.offered(option.value, value);
          option.selected = this.same(option.value, value);
        });
      } else if (document.activeElement !== input || input.type !== 'range') {
        input.value = input.inputMode === 'decimal' || input.type === 'range' ? number(value.text) : value.text;
      }
    },

    same(choice, value) { return choice === value.text || (value.base_unit !== undefined && Number(choice) === Number(number(value.text))); },
    offered(choice, value) {
      return !value.choices || value.choices.some((offered) => offered === choice || (value.base_unit !== undefined && Number(number(offered)) === Number(choice)));
    },

    says(row, name, value, state, locked) {
      const place = row.querySelector('[data-says]');
      if (place.dataset.help === undefined) place.dataset.help = place.textContent;
      const finding = state.findings.find((item) => item.path && item.path[0] === 'parameters' && item.path[1] === name);
      place.classList.toggle('is-wrong', Boolean(finding));
      place.textContent = finding ? `${finding.message} ${finding.remedy || ''}` : (!value.applies ? 'Does not apply now.' : (locked ? `Decided by ${value.by}.` : place.dataset.help));
    },

    async addField(select) { if (select.value) await this.attempt({ do: 'add_field', form: this.$root.dataset.form, ask: select.value }); },
    async removeField(ask) { await this.attempt({ do: 'remove_field', form: this.$root.dataset.form, ask }); },
    async addForm(form) {
      const name = form.elements.name.value.trim();
      await this.attempt({ do: 'put_form', form: { name, pages: [{ title: 'Questions', groups: [{ fields: [] }] }] } });
    },

    async attempt(edit) {
      try { await this.edit(edit); } catch (refusal) { this.tell(words(refusal)); }
    },
  };
}
