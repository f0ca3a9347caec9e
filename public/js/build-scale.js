// The scale at the head of a part that says how far it is built: a notch for the stock and one for each step. It is
// moved by hand or key, and plays forwards and backwards.
import { desk } from './desk.js';

const BEAT = 600;
// The number of a step is that many times its place in the recipe.
export const STEP = 10;

// The step up to which a part is built, null where it is whole.
export const buildOf = (part) => (desk.build && desk.build.part === part ? desk.build.step : null);

export function buildScale() {
  return {
    // 1 forwards, -1 backwards, 0 at rest.
    playing: 0,
    clock: null,

    destroy() { clearInterval(this.clock); },

    part() { return this.$root.dataset.given; },
    last() { return Number(this.$root.dataset.last); },
    at() {
      const step = buildOf(this.part());
      return step === null ? this.last() : step / STEP;
    },
    isWhole() { return this.at() === this.last(); },
    notchClass(element) {
      const notch = Number(element.dataset.notch);
      return { 'is-at': notch === this.at(), 'is-later': notch > this.at() };
    },
    scaleText() {
      if (this.isWhole()) return 'all steps';
      return this.at() === 0 ? 'stock alone' : `up to step ${this.at() * STEP}`;
    },

    goTo(notch) {
      const at = Math.min(Math.max(Number(notch), 0), this.last());
      return desk.buildTo(at === this.last() ? null : { part: this.part(), step: at * STEP });
    },

    // Of several parts, the one that is partly built is meant, that in which the hand is, or the first.
    isMeant() {
      if (desk.build) return desk.build.part === this.part();
      const near = document.activeElement.closest('[data-part]') || document.querySelector('.recipe[data-part]');
      return near.dataset.part === this.part();
    },
    key(event) {
      if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key) || !this.isMeant()) return;
      event.preventDefault();
      this.goTo(this.at() + (event.key === 'ArrowUp' ? -1 : 1));
    },

    // From the other end, where it stands at the end already.
    play(way) {
      clearInterval(this.clock);
      this.playing = this.playing === way ? 0 : way;
      if (!this.playing) return;
      if (this.at() === (way > 0 ? this.last() : 0)) this.goTo(way > 0 ? 0 : this.last());
      this.clock = setInterval(() => this.beat(), BEAT);
    },
    beat() {
      this.goTo(this.at() + this.playing);
      if (this.at() === (this.playing > 0 ? this.last() : 0)) { clearInterval(this.clock); this.playing = 0; }
    },
  };
}
