// The health of a family on its card; asked for again until it is known.
import { get } from './api.js';

// Milliseconds between two looks, longer and longer ones.
const AGAIN = 400;
const SELDOM = 4000;

export function card() {
  return {
    review: { done: false },
    timer: null,
    pause: AGAIN,

    init() {
      this.review = JSON.parse(this.$root.dataset.review);
      if (!this.review.done) this.later();
    },
    destroy() { clearTimeout(this.timer); },

    later() {
      this.timer = setTimeout(() => this.look(), this.pause);
      this.pause = Math.min(this.pause * 1.4, SELDOM);
    },
    async look() {
      const found = await get(`/api/families/${this.$root.dataset.slug}/card`).catch(() => ({ done: false }));
      this.review = found;
      if (!found.done) this.later();
    },

    validText() {
      const { done, valid, looked } = this.review;
      if (!done || looked === undefined) return '';
      return valid === looked ? ', all valid' : `, ${valid} valid`;
    },
    healthClass() { return `health-${this.review.done ? this.review.health : 'note'}`; },
    healthText() {
      if (!this.review.done) return 'looking …';
      const { findings } = this.review;
      return findings === 0 ? 'no findings' : `${findings} ${findings === 1 ? 'finding' : 'findings'}`;
    },
  };
}
