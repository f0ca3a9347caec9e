// The form that adds a step: its kind, name and face, its place by pointing, its dimensions.
import { words } from './api.js';
import { STEP, buildOf } from './build-scale.js';
import { desk } from './desk.js';

const middle = () => ({ horizontal: { from: 'centre', offset: '0 mm' }, vertical: { from: 'centre', offset: '0 mm' } });

export function adding() {
  return {
    kind: null,
    typed: {},
    face: '',
    anchors: middle(),
    // How it is repeated: the name of the kind, '' where it is not.
    repeated: '',
    along: 'horizontal',
    repeats: {},
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

    part() { return (desk.state.parts || []).find((part) => part.name === this.$root.dataset.part); },
    faces() { return this.part() ? this.part().faces : []; },
    setFace(face) { this.face = face; },
    // A kind that goes along an edge has one place only.
    goesAlong(axis) { return axis === 'horizontal' || !this.kind.along; },
    anchorOf(axis) { return this.anchors[axis]; },
    setAnchor(axis, field, text) { this.anchors = { ...this.anchors, [axis]: { ...this.anchors[axis], [field]: text } }; },

    repeatIn(name) { this.repeated = name; this.repeats = {}; },
    pattern() { return JSON.parse(this.$root.dataset.patterns).find((kind) => kind.name === this.repeated); },
    patternFields() { return this.repeated ? this.pattern().measures : []; },
    patternId(field) { return `new-pattern-${this.$root.dataset.part}-${field.name}`; },
    hasDirection() { return this.repeated !== '' && this.repeated !== 'circular'; },
    setAlong(along) { this.along = along; },
    repeatOf(field) { return this.repeats[field.name] ?? field.begins; },
    typeRepeat(field, text) { this.repeats = { ...this.repeats, [field.name]: text }; },

    after() { return buildOf(this.$root.dataset.part); },
    nextNumber(count) { const at = this.after(); return at === null ? (count + 1) * STEP : at + STEP / 2; },
    addText() { return this.after() === null ? 'Add step' : 'Insert here'; },

    point() {
      this.pointing = !this.pointing;
      desk.pointFor(this.pointing ? { part: this.$root.dataset.part, face: this.face } : null);
    },
    put({ part, place }) {
      if (part !== this.$root.dataset.part) return;
      this.face = place.face;
      this.anchors = { horizontal: place.horizontal, vertical: place.vertical || middle().vertical };
      this.pointing = false;
    },
    placeText() {
      const side = ({ from, offset }) => (from === 'centre' ? `${offset} from the middle` : `${offset} from the ${from}`);
      const up = this.goesAlong('vertical') ? `, up ${side(this.anchors.vertical)}` : '';
      return `${this.face ? `On ${this.face}: ` : ''}across ${side(this.anchors.horizontal)}${up}. Or point at the place in the picture.`;
    },

    // What is blank or as usual need not be said.
    told(fields, entryOf) {
      const told = fields.filter((field) => entryOf(field) !== '' && entryOf(field) !== field.default);
      return Object.fromEntries(told.map((field) => [field.name, entryOf(field)]));
    },
    madeFeature(name) {
      /** @type {Record<string, any>} */
      const feature = { name, kind: this.kind.name, ...this.told(this.kind.measures, (field) => this.entryOf(field)) };
      if (this.face) feature.face = this.face;
      if (!this.placed()) return feature;
      ['horizontal', 'vertical'].filter((axis) => this.goesAlong(axis)).forEach((axis) => { feature[axis] = { ...this.anchors[axis], offset: this.anchors[axis].offset.trim() || '0' }; });
      if (this.repeated) feature.pattern = { kind: this.repeated, ...(this.hasDirection() ? { along: this.along } : {}), ...this.told(this.patternFields(), (field) => this.repeatOf(field)) };
      return feature;
    },

    async add(form) {
      const name = form.elements.name.value.trim();
      const at = this.after();
      const list = Array.from(document.querySelectorAll(`[data-steps="${form.dataset.part}"] [data-recipe]`)).map((step) => step.dataset.recipe);
      const after = at === null ? {} : { after: at === 0 ? '' : list[at / STEP - 1] };
      try {
        await desk.edit({ do: 'add_feature', part: form.dataset.part, feature: this.madeFeature(name), ...after }, { refresh: false });
        this.problem = '';
        form.reset();
        this.choose(form.elements.kind.value);
        Object.assign(this, { face: '', anchors: middle(), repeated: '', along: 'horizontal' });
        if (at !== null) desk.buildTo({ part: form.dataset.part, step: at + STEP });
        await desk.openAt(name);
        // What was just added goes on where it stands.
        document.querySelector(`[data-recipe="${CSS.escape(name)}"] .recipe-title`).focus();
        desk.select(`${name}.built`);
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
  };
}
