// Arranging a form: pages, groups and fields are dragged, or moved by buttons, also into other groups and pages.
import Sortable from '../vendor/sortable/sortable.js';
import { desk } from './desk.js';

const numbersOf = (at) => at.split('/').map(Number);
const parent = (at) => at.split('/').slice(0, -1).join('/');

// Where an item comes by a step: within its list, or to the end or the beginning of the list beside. +sizes+ gives the number of
// items of a list by the numbers of what holds it (undefined where there is no such thing).
export function beside(at, by, sizes) {
  const numbers = numbersOf(at);
  const last = numbers.length - 1;
  const own = numbers[last];
  if (by < 0 && own > 0) return [...numbers.slice(0, last), own - 1].join('/');
  if (by > 0 && own < sizes(parent(at)) - 1) return [...numbers.slice(0, last), own + 2].join('/');
  return outside(at, by, sizes);
}

// A list takes items of its own level; a zone those below, which become what stands there.
const LEVELS = { pages: 1, groups: 2, fields: 3 };
export function takes(list, item) {
  const level = item.dataset.at ? item.dataset.at.split('/').length : LEVELS.fields;
  return list.dataset.zone ? Boolean(item.dataset.at) && LEVELS[list.dataset.zone] < level : LEVELS[list.dataset.list] === level;
}

// Into the group or page before or after.
export function outside(at, by, sizes) {
  const holder = parent(at);
  if (!holder) return null;
  const numbers = numbersOf(holder);
  const next = [...numbers.slice(0, -1), numbers[numbers.length - 1] + by].join('/');
  let found = sizes(next) === undefined ? null : next;
  // The last group of the page before, the first of the one after.
  if (!found && numbers.length === 2) {
    const page = numbers[0] + by;
    const groups = sizes(String(page));
    if (groups) found = `${page}/${by < 0 ? groups - 1 : 0}`;
  }
  return found === null ? null : `${found}/${by < 0 ? sizes(found) : 0}`;
}

export const arranging = () => ({
  arranging: false,
  sortable: new WeakSet(),

  // The group that was worked in last: what is added comes to its end.
  working: null,

  toggleArranging() {
    this.arranging = !this.arranging;
    desk.previewForm(this.arranging ? this.root.dataset.form : '');
    this.$nextTick(() => this.makeSortable());
  },
  closeSettings() { if ((desk.openStep || '').startsWith('form:')) desk.openStep = null; },
  openSettings(at) { return desk.openAt(desk.openStep === `form:${at}` ? null : `form:${at}`); },
  workIn({ target }) {
    const item = target.closest('[data-at]');
    if (item && item.dataset.at.includes('/')) this.working = item.dataset.at.split('/').slice(0, 2).join('/');
  },
  makeSortable() {
    if (!this.arranging) return;
    Array.from(this.root.querySelectorAll('[data-palette]')).filter((list) => !this.sortable.has(list)).forEach((list) => {
      this.sortable.add(list);
      Sortable.create(list, { group: { name: this.root.dataset.form, pull: 'clone', put: false }, sort: false, handle: '.drag', draggable: '[data-add]', animation: 120, forceFallback: true, onEnd: (event) => this.droppedFresh(event) });
    });
    Array.from(this.root.querySelectorAll('[data-list], [data-zone]')).filter((list) => !this.sortable.has(list)).forEach((list) => {
      this.sortable.add(list);
      Sortable.create(list, { group: { name: this.root.dataset.form, put: (to, from, item) => takes(to.el, item) }, handle: '.drag', draggable: '[data-at], [data-add]', animation: 120, forceFallback: true, fallbackTolerance: 3, emptyInsertThreshold: 12, onEnd: (event) => this.droppedItem(event) });
    });
  },
  // Something of the palette was dropped into a group.
  async droppedFresh({ item, to, newDraggableIndex }) {
    const { within } = to.dataset;
    if (within === undefined) return;
    const { add, controlOf } = item.dataset;
    item.remove();
    if (!await this.formEdit({ do: 'add_field', ask: add, control: controlOf || null, place: `${within}/${newDraggableIndex}` })) desk.refresh();
  },
  addFrom({ given, given2 }) {
    const there = this.working && this.sizes()(this.working) !== undefined;
    return this.formEdit({ do: 'add_field', ask: given, control: given2 || null, within: there ? this.working : null });
  },
  dropNarrowing({ given, given2 }) { return this.formEdit({ do: 'remove_narrowing', place: given, number: given2 }); },
  formEdit(edit) { return desk.editOrTell({ ...edit, form: this.root.dataset.form }); },
  async droppedItem({ item, from, to, oldDraggableIndex, newDraggableIndex }) {
    this.closeSettings();
    if (from === to && oldDraggableIndex === newDraggableIndex) return;
    if (to.dataset.zone) {
      const { at } = item.dataset;
      item.remove();
      if (!await this.formEdit({ do: 'move_form_item', place: at, to: to.dataset.to })) desk.refresh();
      return;
    }
    const behind = from === to && newDraggableIndex > oldDraggableIndex ? 1 : 0;
    const till = [to.dataset.within, newDraggableIndex + behind].filter((part) => part !== '').join('/');
    if (!await this.formEdit({ do: 'move_form_item', place: item.dataset.at, to: till })) desk.refresh();
  },

  sizes() {
    const lists = Object.fromEntries(Array.from(this.root.querySelectorAll('[data-list]'), (list) => [list.dataset.within, list.querySelectorAll(':scope > [data-at]').length]));
    return (within) => lists[within];
  },
  // The hand stays on what was moved.
  async moveItem(at, to) {
    if (!to) return;
    const name = this.nameAt(at);
    // Numbers change: what was open would be another's.
    this.closeSettings();
    const moved = await this.formEdit({ do: 'move_form_item', place: at, to });
    if (moved && name) setTimeout(() => this.root.querySelector(`[data-named="${CSS.escape(name)}"] .arrange-tools button`)?.focus());
  },
  nameAt(at) { return this.root.querySelector(`[data-at="${at}"]`)?.dataset.named; },
  stepItem(at, by) { return this.moveItem(at, beside(at, by, this.sizes())); },
  pushItem(at, by) { return this.moveItem(at, outside(at, by, this.sizes())); },
  // To the level above: right behind what it was in. To the level below: into what stands before it.
  liftItem(at) {
    const numbers = numbersOf(at);
    const holder = numbers.slice(0, -1);
    return this.moveItem(at, [...holder.slice(0, -1), holder[holder.length - 1] + 1].join('/'));
  },
  sinkItem(at) {
    const numbers = numbersOf(at);
    const before = [...numbers.slice(0, -1), numbers[numbers.length - 1] - 1].join('/');
    const size = this.sizes()(before);
    return size === undefined ? null : this.moveItem(at, `${before}/${size}`);
  },
  removeItem(at) { this.closeSettings(); return this.formEdit({ do: 'remove_form_item', place: at }); },
  removeForm() { return desk.editOrTell({ do: 'remove_form', name: this.root.dataset.form }); },
  addPage() { return this.formEdit({ do: 'add_form_item', title: 'New page' }); },
  addGroup(at) { return this.formEdit({ do: 'add_form_item', title: 'New group', within: at }); },
});
