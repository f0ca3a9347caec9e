// The recipes of a family: opens one step at a time, selects many, walks the build mark, adds, moves and removes
// steps, parts and materials.
import Sortable from '/vendor/sortable/sortable.js';
import { words } from '/js/api.js';

// What a new piece of stock begins with, by kind and outline; its numbers are there to be changed.
const STOCKS = {
  'plate:rectangle': { width: '200 mm', height: '100 mm', thickness: '5 mm' },
  'plate:round': { diameter: '100 mm', thickness: '5 mm' },
  'plate:points': { thickness: '5 mm', points: [['0', '0'], ['120 mm', '0'], ['120 mm', '60 mm'], ['0', '90 mm']].map(([x, y]) => ({ x, y })) },
  'folded_sheet:rectangle': { width: '300 mm', height: '100 mm', thickness: '2 mm', bend_radius: '2 mm' },
  'turned:steps': { steps: [{ length: '40 mm', diameter: '20 mm' }, { length: '60 mm', diameter: '30 mm' }] },
};
const SECTION = { height: '60 mm', width: '40 mm', thickness: '4 mm', flange_thickness: '5 mm', diameter: '40 mm', across_flats: '30 mm' };
const SECTIONS = {
  round: ['diameter'], hexagonal: ['across_flats'], rectangular: ['height', 'width'], angle: ['height', 'width', 'thickness'], hollow: ['height', 'width', 'thickness'],
  tube: ['diameter', 'thickness'],
};
const ITEMS = { points: { x: '0 mm', y: '0 mm' }, steps: { length: '20 mm', diameter: '20 mm' }, bores: { from: 'left', diameter: '8 mm' } };

function beginning(choice) {
  const [kind, outline] = choice.split(':');
  if (kind !== 'bar') return { kind, outline, ...STOCKS[choice] };
  const names = SECTIONS[outline] || ['height', 'width', 'thickness', 'flange_thickness'];
  return { kind, outline, ...Object.fromEntries(names.map((name) => [name, SECTION[name]])), length: '300 mm' };
}

const steps = () => Array.from(document.querySelectorAll('.steps'));
const names = (list) => Array.from(list.querySelectorAll('[data-recipe]')).map((step) => step.dataset.recipe);

// What is selected and how an edge is changed outlasts a refresh of the stage.
const remembered = { marked: [], keeps: 'place', unfolded: {} };

export function recipe() {
  return {
    marked: remembered.marked,
    keeps: remembered.keeps,
    last: null,
    picked: null,

    init() {
      this.picked = (event) => this.unfold(event.detail);
      window.addEventListener('feature-picked', this.picked);
      const known = steps().flatMap(names);
      this.mark(this.marked.filter((name) => known.includes(name)));
      steps().forEach((list) => Sortable.create(list, { handle: '.drag', animation: 120, forceFallback: true, onEnd: (event) => this.dropped(list, event) }));
    },
    destroy() { window.removeEventListener('feature-picked', this.picked); },

    // One step is open at a time; its fields come from the server.
    unfold(name) { if (this.openStep !== name) this.openAt(name); },
    toggle(name, target) {
      this.openAt(this.openStep === name ? null : name);
      if (target) this.select(target);
    },

    // Forms that were folded out stay so.
    isUnfolded(what) { return Boolean(remembered.unfolded[what]); },
    noteUnfolded(what, open) { remembered.unfolded[what] = open; },

    // An edit; what is refused is told.
    async change(edits, told = '') {
      try {
        await this.edit(edits);
        if (told) this.tell(told);
        return true;
      } catch (refusal) {
        this.tell(words(refusal));
        return false;
      }
    },

    remove(name) { return this.change({ do: 'remove_feature', feature: name }, 'Removed. Undo brings it back.'); },

    move(name, by) {
      const list = steps().map(names).find((own) => own.includes(name));
      const to = list.indexOf(name) + (by > 0 ? 2 : -1);
      if (to < 0 || list.indexOf(name) + by >= list.length) return null;
      return this.change({ do: 'move_feature', feature: name, before: list[to] || null });
    },

    async dropped(list, event) {
      if (event.oldIndex === event.newIndex) return;
      const order = names(list);
      const kept = await this.change({ do: 'move_feature', feature: order[event.newIndex], before: order[event.newIndex + 1] || null });
      if (!kept) this.refresh();
    },

    // Many at once.
    mark(list) { this.marked = remembered.marked = list; },
    unmark() { this.mark([]); },
    isMarked(name) { return this.marked.includes(name); },
    markedText() { return `${this.marked.length} ${this.marked.length === 1 ? 'step' : 'steps'}`; },

    // With Shift, everything between is selected too.
    markStep(name, event) {
      const all = steps().flatMap(names);
      const [from, till] = [this.last, name].map((item) => all.indexOf(item)).sort((one, other) => one - other);
      const range = event.shiftKey && this.last ? all.slice(from, till + 1) : [name];
      const on = event.target.checked;
      this.mark(on ? [...new Set([...this.marked, ...range])] : this.marked.filter((item) => !range.includes(item)));
      this.last = name;
    },

    settle(state) {
      const told = { suppressed: 'Suppressed', hidden: 'Hidden', built: 'Built and shown', '': 'Left to conditions, rules and tables' }[state];
      return this.change({ do: 'set_features', features: this.marked, field: 'by_hand', text: state }, `${told}: ${this.markedText()}. Undo takes it back.`);
    },

    async setMany(field, element) {
      const text = element.value.trim();
      if (text && await this.change({ do: 'set_features', features: this.marked, field, text })) element.value = '';
    },

    async removeMany() {
      if (await this.change({ do: 'remove_features', features: this.marked }, 'Removed. Undo brings them back.')) this.unmark();
    },

    group() {
      return this.change({ do: 'put_alternatives', name: this.marked.join(' or ').slice(0, 110), features: this.marked }, 'Exactly one of them must be built now.');
    },
    ungroup(name) { return this.change({ do: 'put_alternatives', name, features: [] }); },

    // The build mark: { part, step } or null for all.
    buildOf(part) { return this.build && this.build.part === part ? this.build.step : null; },
    buildText(part, last) {
      const step = this.buildOf(part);
      return step === null ? 'all steps' : `up to step ${step} of ${last}`;
    },
    laterClass(part, step) {
      const at = this.buildOf(part);
      return { 'is-later': at !== null && step > at, 'is-mark': at === step };
    },
    stepBuild(part, by, last) {
      const at = this.buildOf(part);
      const to = (at === null ? last : at) + by * 10;
      if (to < 0) return null;
      return this.buildTo(to >= last && by > 0 ? null : { part, step: to });
    },
    buildAll() { return this.buildTo(null); },

    key(event) {
      if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
      const place = document.activeElement.closest('[data-part]') || document.querySelector('.recipe[data-part]');
      if (!place) return;
      event.preventDefault();
      const list = document.querySelector(`[data-steps="${this.build ? this.build.part : place.dataset.part}"]`);
      this.stepBuild(list.dataset.steps, event.key === 'ArrowUp' ? -1 : 1, names(list).length * 10);
    },

    async dropLater(part) {
      const list = names(document.querySelector(`[data-steps="${part}"]`));
      const later = list.slice(this.buildOf(part) / 10);
      if (!later.length || await this.change({ do: 'remove_features', features: later }, `Dropped ${later.length} steps. Undo brings them back.`)) this.buildAll();
    },

    // Stock, parts and materials.
    keepWhat(value) { this.keeps = remembered.keeps = value; },
    addItem(part, list) { return this.change({ do: 'add_stock_item', part, list, item: ITEMS[list] }); },
    removeItem(part, list, index) { return this.change({ do: 'remove_stock_item', part, list, index }); },
    removePart(part) { return this.change({ do: 'remove_part', part }, 'Removed. Undo brings it back.'); },
    async addPart(form) {
      const { name, stock } = Object.fromEntries(new FormData(form));
      if (await this.change({ do: 'put_part', name, stock: beginning(stock) })) this.openAt(`stock:${name}`);
    },
    addMaterial(form) { return this.change({ do: 'put_material', material: Object.fromEntries(new FormData(form)) }, 'Kept. Parts can be made of it now.'); },
    dropMaterial(name) { return this.change({ do: 'remove_material', name }); },
  };
}

// A position measured from another edge: the feature keeps its place, or the number is kept.
export function anchor() {
  return {
    async keep() {
      const { featureName: feature, axis } = this.$el.dataset;
      const from = this.$el.value;
      const edits = [{ do: 'set_feature', feature, field: `${axis}.from`, text: from }];
      try {
        if (this.keeps === 'place') edits.push({ do: 'set_feature', feature, field: `${axis}.offset`, text: await this.offsetFrom(feature, axis, from) });
        await this.edit(edits);
      } catch (refusal) {
        this.tell(words(refusal));
        this.refresh();
      }
    },
  };
}

// The form that adds a step: its kind, name and face, its place by pointing, its dimensions.
export function adding() {
  return {
    kinds: [],
    kind: null,
    typed: {},
    face: '',
    place: null,
    pointing: false,
    problem: '',
    listener: null,

    init() {
      this.kinds = JSON.parse(this.$root.dataset.kinds);
      this.choose(this.kinds[0].name);
      this.listener = (event) => this.put(event.detail);
      window.addEventListener('picture-pointed', this.listener);
    },
    destroy() { window.removeEventListener('picture-pointed', this.listener); },

    choose(name) { this.kind = this.kinds.find((kind) => kind.name === name); this.typed = {}; },
    placed() { return this.kind.placed; },
    fields() { return this.kind.measures.map((field) => ({ choices: null, ...field })); },
    fieldId(field) { return `new-${this.$root.dataset.part}-${field.name}`; },
    entryOf(field) { return this.typed[field.name] ?? field.default ?? this.guess(field); },
    guess(field) {
      if (field.choices) return field.choices[0];
      return field.hint || field.kind === 'text' ? '' : { deg: '45 deg', '': '2' }[field.unit] || { diameter: '10 mm', length: '30 mm', width: '20 mm', head_diameter: '18 mm', size: '2 mm', depth: '2 mm', head_depth: '2 mm' }[field.name] || '10 mm';
    },
    type(field, text) { this.typed = { ...this.typed, [field.name]: text }; },

    part() { return (this.state.parts || []).find((part) => part.name === this.$root.dataset.part); },
    faces() { return this.part() ? this.part().faces : []; },
    setFace(face) { this.face = face; this.place = null; },
    after() { return this.buildOf(this.$root.dataset.part); },
    nextNumber(count) { const at = this.after(); return at === null ? (count + 1) * 10 : at + 5; },
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
      const given = this.kind.measures.map((field) => [field.name, this.entryOf(field)]).filter(([field, text]) => text !== '' && text !== this.kind.measures.find((one) => one.name === field).default);
      const feature = { name, kind, ...Object.fromEntries(given) };
      const face = this.place ? this.place.face : this.face;
      if (face) feature.face = face;
      if (this.kind.placed) {
        const centre = { from: 'centre', offset: '0 mm' };
        Object.assign(feature, { horizontal: this.place ? this.place.horizontal : centre, vertical: this.place ? this.place.vertical : centre });
      }
      const at = this.after();
      const list = Array.from(document.querySelectorAll(`[data-steps="${form.dataset.part}"] [data-recipe]`)).map((step) => step.dataset.recipe);
      const after = at === null ? {} : { after: at === 0 ? '' : list[at / 10 - 1] };
      try {
        await this.edit({ do: 'put_feature', part: form.dataset.part, feature, ...after }, { refresh: false });
        this.problem = '';
        if (at !== null) this.buildTo({ part: form.dataset.part, step: at + 10 });
        await this.openAt(name);
        this.select(`${name}.built`);
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },
  };
}

// Puts a condition together from lists.
export function condition() {
  return {
    find(part) { return this.$root.querySelector(part); },

    // The values of a choice are offered, and its texts quoted.
    named() {
      const name = this.find('.pick-name').value;
      const value = this.state.values[name];
      this.find('datalist').innerHTML = '';
      ((value && value.choices) || (value && typeof value.value === 'boolean' ? ['true', 'false'] : [])).forEach((choice) => {
        const option = document.createElement('option');
        option.value = choice;
        this.find('datalist').append(option);
      });
    },

    compose(joint) {
      const [name, sign, value] = ['.pick-name', '.pick-sign', '.pick-value'].map((part) => this.find(part).value.trim());
      if (!name || !value) return;
      const text = this.find('.entry-text');
      const known = this.state.values[name];
      const quoted = known && typeof known.value === 'string' ? `"${value.replaceAll('"', '')}"` : value;
      text.value = joint && text.value.trim() ? `${text.value.trim()}${joint}${name} ${sign} ${quoted}` : `${name} ${sign} ${quoted}`;
      text.dispatchEvent(new Event('input', { bubbles: true }));
      text.focus();
      // A text that no hand typed leaves its field without a change event.
      text.addEventListener('blur', () => text.dispatchEvent(new Event('change', { bubbles: true })), { once: true });
    },
  };
}
