// What the page tells: messages for a while, and findings. A part of the workspace.
import { words } from './api.js';
import { variantNumber } from './pick.js';

// How long a message stays, seconds.
const SHORT = 5;

export function telling(start) {
  return {
    // What is known of all variants: findings, counts, levels; of the version that it says.
    review: start.review || null,
    message: '',
    // What the button of the message does once more, or nothing.
    repeating: null,
    timer: null,

    takeReview(found) {
      this.review = found;
      window.dispatchEvent(new CustomEvent('reviewed'));
    },
    // The letter of what is worst in a variant, by its rows; nothing where that is not known.
    verdict(rows) { return this.review && this.review.version === this.state.version ? this.review.levels[variantNumber(this.tables, rows)] : undefined; },

    // A message, for a while; one that can be done once more stays until something else is told.
    tell(text, repeat = null, seconds = SHORT) {
      this.message = text;
      this.repeating = repeat;
      clearTimeout(this.timer);
      if (!repeat) this.timer = setTimeout(() => { this.message = ''; }, seconds * 1000);
    },
    tellRefusal(refusal, repeat = null) { this.tell(words(refusal), refusal.passing ? repeat : null); },
    async repeat() {
      const once = this.repeating;
      this.tell('');
      try { await once(); } catch (refusal) { this.tellRefusal(refusal, once); }
    },
    repeatable() { return this.repeating !== null; },

    // Health.
    allFindings() {
      const known = new Set(this.state.findings.map(({ message, place }) => `${place}: ${message}`));
      return this.state.findings.concat(this.state.definition.filter(({ message, place }) => !known.has(`${place}: ${message}`))).map((finding, index) => ({ place: '', remedy: '', ...finding, key: index }));
    },
    worst() { return ['error', 'warning', 'note'].find((level) => this.allFindings().some((finding) => finding.level === level)) || 'fine'; },
    healthText() {
      const count = this.allFindings().length;
      return count === 0 ? 'no findings' : `${count} ${count === 1 ? 'finding' : 'findings'}`;
    },
  };
}
