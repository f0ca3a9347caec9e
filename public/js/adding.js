// The form that adds a step: its kind, name and face, its place by pointing, its dimensions.
import { words } from './api.js';
import { STEP } from './build-scale.js';

export function adding() {
  return {
    kind: null,
    typed: {},
    face: '',
    place: null,
    pointing: false,
    problem: '',
    listener: null,

    init() {
      this.choose(this.kinds()[0].name);
      this.listener = (event) => this.put(event.detail);
      window.addEventListener('picture-pointed', this.listener);
    },
    destroy() { window.removeEventListener('picture-pointed', this.listener); },

    kinds() { return JSON.parse(this.$root.dataset.kinds); },
    choose(name) { this.kind = this.kinds().find((kind) => kind.name === name); this.typed = {}; },
    placed() { return this.kind.placed; },
    fields() { return this.kind.measures.map((field) => ({ choices: null, ...field })); },
    fieldId(field) { return `new-${this.$root.dataset.part}-${field.name}`; },
    entryOf(field) { return this.typed[field.name] ?? field.begins; },
    type(field, text) { this.typed = { ...this.typed, [field.name]: text }; },

    part() { return (this.state.parts || []).find((part) => part.name === this.$root.dataset.part); },
    faces() { return this.part() ? this.part().faces : []; },
    setFace(face) { this.face = face; this.place = null; },
    after() { return this.buildOf(this.$root.dataset.part); },
    nextNumber(count) { const at = this.after(); return at === null ? (count + 1) * STEP : at + STEP / 2; },
    addText() { return this.after() === null ? 'Add step' : 'Insert here'; },

    point() {
      this.pointing = !this.pointing;
      this.pointFor(this.pointing ? { part: this.$root.dataset.part, face: this.face } : null);
    },
    put({ part, place }) {
      if (part !== this.$root.dataset.part) return;
      this.place = place;
      this.pointing = false;
    },
    placeText() {
      if (!this.place) return 'In the middle of the face, unless you point at a place in the picture.';
      const side = ({ from, offset }) => (from === 'centre' ? 'in the middle' : `${offset} from the ${from}`);
      return `On ${this.place.face}: across ${side(this.place.horizontal)}, up ${side(this.place.vertical)}.`;
    },

    async add(form) {
      const { kind, name } = Object.fromEntries(new FormData(form));
      // What is blank or as usual need not be said.
      const told = this.kind.measures.filter((field) => this.entryOf(field) !== '' && this.entryOf(field) !== field.default);
      const given = told.map((field) => [field.name, this.entryOf(field)]);
      const feature = { name, kind, ...Object.fromEntries(given) };
      const face = this.place ? this.place.face : this.face;
      if (face) feature.face = face;
      if (this.kind.placed) {
        const centre = { from: 'centre', offset: '0 mm' };
        Object.assign(feature, { horizontal: this.place ? this.place.horizontal : centre, vertical: this.place ? this.place.vertical : centre });
      }
      const at = this.after();
      const list = Array.from(document.querySelectorAll(`[data-steps="${form.dataset.part}"] [data-recipe]`)).map((step) => step.dataset.recipe);
      const after = at === null ? {} : { after: at === 0 ? '' : list[at / STEP - 1] };
      try {
        await this.edit({ do: 'put_feature', part: form.dataset.part, feature, ...after }, { refresh: false });
        this.problem = '';
        form.reset();
        this.choose(form.elements.kind.value);
        this.setFace('');
        if (at !== null) this.buildTo({ part: form.dataset.part, step: at + STEP });
        await this.openAt(name);
        this.select(`${name}.built`);
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
  };
}
