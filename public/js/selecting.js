// What is selected, in the picture and in the stage, and why it is as it is. A part of the workspace.
import { get } from './api.js';
import { query } from './pick.js';
import { picture } from './picture.js';

export function selecting(start) {
  return {
    names: start.names,
    selected: null,
    because: null,
    // An override that is offered: its target and value.
    offering: null,
    asked: 0,

    // Selection and reasons. An answer that comes after a later question is dropped.
    feature() {
      const match = /^(.*)\.(built|shown)$/.exec(this.selected || '');
      return match ? match[1] : null;
    },

    select(name) {
      this.selected = name;
      this.highlight();
      // Its dimensions are drawn, too.
      if (this.density === 'selected' && this.view !== 'solid') this.resolve();
      return this.ask();
    },

    // Marks what is selected, in the picture and in the stage.
    highlight() {
      const name = this.selected;
      const feature = this.feature();
      const drives = (this.because && this.because.subject === name && this.because.drives) || [];
      picture().querySelectorAll('[data-feature]').forEach((group) => group.classList.toggle('is-driven', drives.includes(group.getAttribute('data-feature'))));
      picture().querySelectorAll('[data-parameter]').forEach((group) => group.classList.toggle('is-driven', group.getAttribute('data-parameter').split(' ').includes(name)));
      picture().querySelectorAll('[data-feature]').forEach((group) => group.classList.toggle('selected', group.getAttribute('data-feature') === feature));
      document.querySelectorAll('[data-recipe]').forEach((row) => row.classList.toggle('selected', row.dataset.recipe === feature));
      document.querySelectorAll('[data-name-row]').forEach((row) => row.classList.toggle('selected', row.dataset.nameRow === name));
    },

    async ask() {
      if (!this.selected) return;
      this.asked += 1;
      const number = this.asked;
      const reason = await get(`${this.api}/because?target=${encodeURIComponent(this.selected)}&${query(this.state.pick)}`).catch(() => null);
      if (number !== this.asked) return;
      this.because = reason;
      this.highlight();
    },

    offer(target, value) {
      this.offering = { target, value };
      this.select(target);
    },

    uses() { return Object.entries(this.because.uses).map(([name, value]) => ({ name, value })); },

    pickInPicture(event) {
      if (this.pointed) { this.pointAt(event); return; }
      if (this.measuring) { this.measureAt(event); return; }
      const dimension = event.target.closest('[data-parameter]');
      if (dimension) { this.pickDimension(dimension.getAttribute('data-parameter').split(' ')[0]); return; }
      const component = event.target.closest('[data-component]');
      if (component) { this.pickComponent(component.getAttribute('data-component')); return; }
      const group = event.target.closest('[data-feature]');
      if (!group) return;
      const name = group.getAttribute('data-feature');
      const state = this.state.states[name];
      this.select(`${name}.${state && state.state === 'hidden' ? 'shown' : 'built'}`);
      window.dispatchEvent(new CustomEvent('feature-picked', { detail: name }));
    },

    pickDimension(name) {
      this.select(name);
      window.dispatchEvent(new CustomEvent('dimension-picked', { detail: name }));
    },

    search(input) {
      // A feature or a part is meant by its own name, too.
      const wanted = input.value.trim().toLowerCase();
      const name = [wanted, `${wanted}.built`].map((one) => this.names.find((known) => known.toLowerCase() === one)).find(Boolean);
      if (name) { this.select(name); input.value = ''; } else this.tell(`There is no name "${input.value}".`);
    },
  };
}
