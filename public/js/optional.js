// An option of the product: put up at once with its price, the cuts that it brings into parts, and the question in a form.
import { words } from './api.js';
import { desk } from './desk.js';
import { nameFrom } from './wording.js';

const EDGES = { horizontal: ['left', 'centre', 'right'], vertical: ['bottom', 'centre', 'top'] };

export function optional() {
  return {
    kind: '',
    along: 'horizontal',
    typed: {},
    problem: '',

    kinds() { return JSON.parse(this.$root.dataset.kinds); },
    fields() { return (this.kinds().find(({ name }) => name === this.kind) || { measures: [] }).measures; },
    fieldId(field) { return `option-field-${field.name}`; },
    entryOf(field) { return this.typed[`${this.kind}.${field.name}`] ?? field.begins; },
    type(field, text) { this.typed = { ...this.typed, [`${this.kind}.${field.name}`]: text }; },
    edges() { return EDGES[this.along]; },

    cut() {
      const given = this.fields().map((field) => [field.name, String(this.entryOf(field) ?? '').trim()]).filter(([, text]) => text);
      return this.kind ? { kind: this.kind, ...Object.fromEntries(given) } : {};
    },
    parts(form) {
      if (!this.kind) return [];
      return Array.from(form.querySelectorAll('[data-option-part]')).filter((line) => line.querySelector('[type=checkbox]').checked)
        .map((line) => ({ part: line.dataset.optionPart, offset: line.querySelector('input:not([type])').value, from: line.querySelector('select').value }));
    },

    async add(form) {
      this.problem = '';
      const { label, choices, price, per, form: asked } = form.elements;
      const name = nameFrom(label.value);
      const components = Array.from(form.querySelectorAll('[name=component]:checked'), ({ value }) => value);
      const edit = { do: 'add_option', name, label: label.value.trim(), choices: choices.value, price: price.value, per: per.value, form: asked.value,
        cut: this.cut(), parts: this.parts(form), along: this.along, components };
      try {
        await desk.edit(edit);
        desk.tell(`The option "${label.value.trim()}" is there. Undo takes it back.`);
        form.reset();
        Object.assign(this, { kind: '', along: 'horizontal', typed: {} });
      } catch (refusal) { this.problem = words(refusal); }
    },
  };
}
