// The page of all families: finding and sorting cards.

const BY = {
  name: (one, other) => one.dataset.name.localeCompare(other.dataset.name),
  changed: (one, other) => other.dataset.changed - one.dataset.changed,
  variants: (one, other) => other.dataset.variants - one.dataset.variants,
};

export function families() {
  return {
    text: '',
    shown: 0,

    init() { this.shown = this.cards().length; },
    cards() { return Array.from(this.$root.querySelectorAll('.cards > .card-sheet')); },

    find(text) {
      this.text = text.trim().toLowerCase();
      this.cards().forEach((card) => { card.hidden = !card.dataset.words.includes(this.text); });
      this.shown = this.cards().filter((card) => !card.hidden).length;
    },
    sortBy(key) { this.$root.querySelector('.cards').append(...this.cards().sort(BY[key])); },
    foundText() { return this.text ? `${this.shown} of ${this.cards().length} families` : ''; },
  };
}
