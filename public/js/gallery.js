// All rows of a table as pictures, in one scale or each fitted.
import { newest, words } from './api.js';
import { across, inView } from './across.js';
import { queryRows } from './pick.js';
import { desk } from './desk.js';

export function gallery() {
  // Kept, because what was clicked may be gone from the page by the time an answer comes.
  let root = null;

  return {
    table: '',
    scale: 'same',
    from: 0,
    size: 0,
    cards: [],
    askCards: newest(),
    problem: '',
    listener: null,

    init() {
      root = this.$root;
      this.table = root.dataset.table;
      this.listener = () => this.follow();
      window.addEventListener('outcome', this.listener);
      desk.keep(() => this.load());
      this.load();
    },
    destroy() { window.removeEventListener('outcome', this.listener); desk.keep(null); },

    async load() {
      try {
        const answer = await this.askCards(`${desk.api}/gallery?table=${encodeURIComponent(this.table)}&scale=${this.scale}&from=${this.from}&view=${this.drawable()}&${queryRows(desk.state.pick)}`);
        if (!answer) return;
        this.cards = answer.cards;
        this.size = answer.size;
        setTimeout(() => this.paint());
      } catch (refusal) {
        this.problem = words(refusal);
      }
    },

    drawable() { return ['solid', 'flat'].includes(desk.view) ? 'front' : desk.view; },

    // The pictures are what the core drew; they are put in where the card stands.
    paint() {
      root.querySelectorAll('.card-drawing').forEach((place, at) => { place.innerHTML = (this.cards[at] || {}).svg || '<p class="empty">Nothing is drawn.</p>'; });
      this.follow();
    },
    follow() {
      const row = inView(desk.tables, this.table, desk.state.pick.rows);
      root.querySelectorAll('.variant-card').forEach((card) => card.classList.toggle('in-view', card.dataset.row === row));
    },

    // A same scale for another view.
    chooseTable(table) { this.table = table; this.from = 0; return this.load(); },
    chooseScale(scale) { this.scale = scale; return this.load(); },
    turn(view) { desk.lookFrom(view); return this.load(); },
    page(by) { this.from = Math.min(Math.max(this.from + by * 24, 0), Math.max(this.size - 1, 0)); return this.load(); },
    atEnd() { return this.from + 24 >= this.size; },
    pageText() { return this.size === 0 ? '…' : `${this.from + 1} to ${Math.min(this.from + this.cards.length, this.size)} of ${this.size}`; },
    choose(name) { return desk.pickRows(across(desk.tables, this.table)[name]); },
    worstOf(card) { return card.findings.length ? card.findings[0].level : ''; },
    findingsOf(card) { return card.findings.map(({ message }) => message).join(' '); },
  };
}
