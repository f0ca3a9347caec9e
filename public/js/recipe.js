// The recipes of a family: opens one step at a time, selects many, adds, moves and removes
// steps, parts and materials.
import Sortable from '../vendor/sortable/sortable.js';
import { STEP, buildOf } from './build-scale.js';
import { components } from './components.js';
import { desk } from './desk.js';

const steps = () => Array.from(document.querySelectorAll('.steps'));
const names = (list) => Array.from(list.querySelectorAll('[data-recipe]')).map((step) => step.dataset.recipe);

export function recipe() {
  return {
    ...components(),
    marked: [],
    // Whether a position that is measured from another edge keeps its place or its number.
    keeps: 'place',
    last: null,
    picked: null,
    placed: null,
    renewed: null,
    sorted: new WeakSet(),

    init() {
      this.picked = (event) => this.unfold(event.detail);
      this.renewed = () => this.follow();
      window.addEventListener('feature-picked', this.picked);
      this.placed = ({ detail }) => this.unfold(`component:${detail}`);
      window.addEventListener('component-picked', this.placed);
      window.addEventListener('renewed', this.renewed);
      this.follow();
    },
    destroy() {
      window.removeEventListener('feature-picked', this.picked);
      window.removeEventListener('component-picked', this.placed);
      window.removeEventListener('renewed', this.renewed);
    },

    // Steps that are there now: only they can be selected, and all can be dragged.
    follow() {
      const known = steps().flatMap(names);
      if (this.marked.some((name) => !known.includes(name))) this.mark(this.marked.filter((name) => known.includes(name)));
      steps().filter((list) => !this.sorted.has(list)).forEach((list) => {
        this.sorted.add(list);
        Sortable.create(/** @type {HTMLElement} */ (list), { handle: '.drag', animation: 120, forceFallback: true, onEnd: (event) => this.dropped(list, event) });
      });
    },

    // One step is open at a time; its fields come from the server.
    unfold(name) { if (desk.openStep !== name) desk.openAt(name); },
    toggle(name, target) {
      desk.openAt(desk.openStep === name ? null : name);
      if (target) desk.select(target);
    },

    // A click on a state changes it by hand; on one that is by hand already, it is left to what else decides.
    async turn(name, byHand) {
      const there = (desk.state.states[name] || {}).state;
      const text = byHand ? '' : there === 'shown' ? 'suppressed' : 'built';
      if (await desk.editOrTell({ do: 'set_feature', feature: name, field: 'by_hand', text })) this.showReason(name);
    },
    showReason(name) { desk.select(`${name}.built`); },

    remove(name) { return desk.editOrTell({ do: 'remove_feature', feature: name }, 'Removed. Undo brings it back.'); },

    move(name, by) {
      const list = steps().map(names).find((own) => own.includes(name));
      const to = list.indexOf(name) + (by > 0 ? 2 : -1);
      if (to < 0 || list.indexOf(name) + by >= list.length) return null;
      return desk.editOrTell({ do: 'move_feature', feature: name, before: list[to] || null });
    },

    async dropped(list, event) {
      if (event.oldIndex === event.newIndex) return;
      const order = names(list);
      const kept = await desk.editOrTell({ do: 'move_feature', feature: order[event.newIndex], before: order[event.newIndex + 1] || null });
      if (!kept) desk.refresh();
    },

    // Many at once.
    mark(list) { this.marked = list; },
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
      return desk.editOrTell({ do: 'set_features', features: this.marked, field: 'by_hand', text: state }, `${told}: ${this.markedText()}. Undo takes it back.`);
    },

    async setMany(field, element) {
      const text = element.value.trim();
      if (text && await desk.editOrTell({ do: 'set_features', features: this.marked, field, text })) element.value = '';
    },

    async removeMany() {
      if (await desk.editOrTell({ do: 'remove_features', features: this.marked }, 'Removed. Undo brings them back.')) this.unmark();
    },

    group() {
      return desk.editOrTell({ do: 'put_alternatives', name: this.marked.join(' or ').slice(0, 110), features: this.marked }, 'Exactly one of them must be built now.');
    },
    ungroup(name) { return desk.editOrTell({ do: 'put_alternatives', name, features: [] }); },

    // The build mark: { part, step } or null for all.
    laterClass(part, step) {
      const at = buildOf(part);
      return { 'is-later': at !== null && step > at };
    },

    async dropLater(part) {
      const list = names(document.querySelector(`[data-steps="${part}"]`));
      const later = list.slice(buildOf(part) / STEP);
      if (!later.length || await desk.editOrTell({ do: 'remove_features', features: later }, `Dropped ${later.length} steps. Undo brings them back.`)) desk.buildTo(null);
    },

    // Stock, parts and materials.
    keepWhat(value) { this.keeps = value; },
    addItem(part, list, item) { return desk.editOrTell({ do: 'add_stock_item', part, list, item: JSON.parse(item) }); },
    removeItem(part, list, index) { return desk.editOrTell({ do: 'remove_stock_item', part, list, index }); },
    removePart(part) { return desk.editOrTell({ do: 'remove_part', part }, 'Removed. Undo brings it back.'); },
    async addPart(form) {
      const { name, stock } = Object.fromEntries(new FormData(form));
      if (!await desk.editOrTell({ do: 'put_part', name, stock: JSON.parse(String(stock)) })) return;
      form.reset();
      desk.openAt(`stock:${name}`);
    },
    async addMaterial(form) {
      const material = Object.fromEntries(new FormData(form));
      if (await desk.editOrTell({ do: 'put_material', material }, 'Kept. Parts can be made of it now.')) form.reset();
    },
    async addColour(form) {
      const { name, text } = Object.fromEntries(new FormData(form));
      if (await desk.editOrTell({ do: 'set_colour', name, text }, 'Kept. Parts can have it now.')) form.reset();
    },
    dropColour(name) { return desk.editOrTell({ do: 'set_colour', name, text: '' }); },
    dropMaterial(name) { return desk.editOrTell({ do: 'remove_material', name }); },
  };
}
