// The components of a family: places other families, links what they are given, and changes several at once. Part of the recipe.
import { post } from './api.js';
import { query } from './pick.js';
import { desk } from './desk.js';

const rows = () => Array.from(document.querySelectorAll('[data-component-row]')).map((row) => row.dataset.componentRow);

export const components = () => ({
  markedComponents: [],

  async placeFamily(form) {
    const { name, family } = Object.fromEntries(new FormData(form));
    if (!await desk.editOrTell({ do: 'add_component', name, placed: family }, 'Placed. Say here what it is given and where it is.')) return;
    form.reset();
    desk.openAt(`component:${String(name).trim()}`);
  },

  // What it would look like, before it is placed.
  async previewFamily(form) {
    const { name, family } = Object.fromEntries(new FormData(form));
    const place = form.querySelector('.place-preview');
    const edit = { do: 'add_component', name: String(name).trim() || 'placed_here', placed: family };
    const found = await post(`${desk.api}/foresee?view=${desk.view === 'solid' ? 'front' : desk.view}&${query(desk.state.pick)}`, { edits: [edit], picture: true }).catch(() => null);
    place.innerHTML = (found && found.picture) || '';
    place.querySelectorAll('[data-component]').forEach((group) => group.classList.toggle('is-chosen', group.dataset.component === edit.name));
  },

  // A link is a name alone, after = so that it is never taken for a word; no link leaves what is given to nobody.
  linkTo(component, path, name) {
    const several = this.together(component);
    return desk.editOrTell({ do: 'give_components', components: several, path, text: name ? `=${name}` : '' });
  },
  pickRowOf(component, table, row) {
    return desk.editOrTell({ do: 'pick_components', components: this.together(component), table, text: row });
  },

  // What is done to one of several that are selected is done to all of them.
  together(component) { return this.markedComponents.includes(component) ? this.markedComponents : [component]; },
  isMarkedComponent(name) { return this.markedComponents.includes(name); },
  markComponent(name, event) {
    const rest = this.markedComponents.filter((one) => one !== name);
    this.markedComponents = event.target.checked ? [...rest, name] : rest;
  },
  unmarkComponents() { this.markedComponents = []; },
  markedComponentsText() { return `${this.markedComponents.length} ${this.markedComponents.length === 1 ? 'component' : 'components'}`; },
  settleComponents(state) {
    return desk.editOrTell({ do: 'set_components', components: this.markedComponents, field: 'by_hand', text: state }, 'Done. Undo takes it back.');
  },
  async setComponents(field, element) {
    const text = element.value.trim();
    if (text && await desk.editOrTell({ do: 'set_components', components: this.markedComponents, field, text })) element.value = '';
  },
  async removeComponents() {
    if (await desk.editOrTell({ do: 'remove_components', components: this.markedComponents }, 'Removed. Undo brings them back.')) this.unmarkComponents();
  },

  // A click on a state changes it by hand; on one that is by hand already, it is left to what else decides.
  async turnComponent(name, byHand) {
    const there = (desk.state.states[name] || {}).state;
    const text = byHand ? '' : there === 'shown' ? 'suppressed' : 'built';
    if (await desk.editOrTell({ do: 'set_components', components: [name], field: 'by_hand', text })) desk.select(`${name}.built`);
  },
  // What a family has otherwise than its base.
  giveUp(button) {
    return desk.editOrTell({ do: 'give_up', differences: [JSON.parse(button.dataset.key)] }, 'Given up: here it is as in its base again.');
  },
  keepAsOwn(button) { return desk.editOrTell({ do: 'keep_as_own', differences: [JSON.parse(button.dataset.key)] }); },
  leaveBase() { return desk.editOrTell({ do: 'leave_base' }, 'It stands alone now. Undo brings its base back.'); },

  makeIndependent(name) {
    return desk.editOrTell({ do: 'make_independent', components: this.together(name) }, 'Independent: from now on it has rows and values of its own.');
  },
  makeSame(name, like) {
    const others = this.together(name).filter((one) => one !== like);
    return like && desk.editOrTell({ do: 'make_same', components: others, like }, 'The same from now on. Undo brings back what it had.');
  },

  removeComponent(name) { return desk.editOrTell({ do: 'remove_components', components: [name] }, 'Removed. Undo brings it back.'); },
  moveComponent(name, by) {
    const list = rows();
    const to = list.indexOf(name) + by;
    if (to < 0 || to >= list.length) return null;
    return desk.editOrTell({ do: 'move_component', component: name, before: list[by > 0 ? to + 1 : to] || null });
  },
  // Under a name that nothing has yet.
  async twin(name) {
    const taken = desk.names.map((one) => one.split('.')[0].toLowerCase());
    const free = Array.from({ length: 99 }, (_, at) => `${name}_${at + 2}`).find((one) => !taken.includes(one.toLowerCase()));
    if (await desk.editOrTell({ do: 'copy_component', component: name, name: free }, 'A twin was placed where the first one is: move it.')) desk.openAt(`component:${free}`);
  },
});
