// Finds rules and rule tables by the names that they read or decide, or by any word in them.

export function ruleFinding() {
  return {
    wanted: '',
    way: '',
    shown: 0,
    all: 0,
    renewed: null,

    init() {
      this.renewed = () => this.narrow();
      window.addEventListener('renewed', this.renewed);
      this.narrow();
    },
    destroy() { window.removeEventListener('renewed', this.renewed); },

    find(text) { this.wanted = text.trim().toLowerCase(); this.narrow(); },
    setWay(way) { this.way = way; this.narrow(); },
    suits(section) {
      if (!this.wanted) return true;
      const speaks = JSON.parse(section.dataset.speaks);
      // A feature is meant by its states, too.
      const names = (this.way ? speaks[this.way] : [...speaks.reads, ...speaks.decides]).map((name) => name.toLowerCase());
      const named = names.some((name) => name === this.wanted || name.split('.')[0] === this.wanted || (!this.way && name.includes(this.wanted)));
      return named || (!this.way && section.textContent.toLowerCase().includes(this.wanted));
    },
    narrow() {
      const sections = Array.from(document.querySelectorAll('[data-speaks]'));
      sections.forEach((section) => { section.hidden = !this.suits(section); });
      this.all = sections.length;
      this.shown = sections.filter((section) => !section.hidden).length;
    },
    foundText() { return this.wanted ? `${this.shown} of ${this.all}` : ''; },
  };
}
