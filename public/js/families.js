// The page of all families: finding and sorting cards.

const BY = {
  name: (one, other) => one.dataset.name.localeCompare(other.dataset.name),
  changed: (one, other) => other.dataset.changed - one.dataset.changed,
  variants: (one, other) => other.dataset.variants - one.dataset.variants,
};

export function families() {
  return {
    text: '',
    group: '',
    shown: 0,

    init() { this.shown = this.cards().length; },
    cards() { return Array.from(this.$root.querySelectorAll('.cards > .card-sheet')); },

    find(text) { this.text = text.trim().toLowerCase(); this.narrow(); },
    showGroup(group) { this.group = group; this.narrow(); },
    narrow() {
      this.cards().forEach((card) => { card.hidden = !card.dataset.words.includes(this.text) || (this.group !== '' && card.dataset.group !== this.group); });
      this.shown = this.cards().filter((card) => !card.hidden).length;
    },
    sortBy(key) { this.$root.querySelector('.cards').append(...this.cards().sort(BY[key])); },
    foundText() { return this.text || this.group ? `${this.shown} of ${this.cards().length} families` : ''; },
  };
}
