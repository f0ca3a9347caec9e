// A form that is filled in, on a page of its own: published, or as its author tries it. Every answer resolves the family again,
// or waits for a button; the picture, the price and the messages follow.
import { get, post, words } from './api.js';
import { Zoom } from './zooming.js';
import { fields } from './fields.js';
import { settle } from './desk.js';
import { latest } from './latest.js';
import { rootOf } from './magic.js';

const queryOf = (answers, more = {}) => {
  const parts = new URLSearchParams();
  Object.entries(answers).forEach(([name, text]) => parts.append(`set[${name}]`, text));
  Object.entries(more).forEach(([name, text]) => parts.append(name, text));
  return parts.toString();
};

export function filling() {
  const start = JSON.parse(document.getElementById('start').textContent);
  return {
    ...fields(),
    state: { ...start.outcome, pick: { rows: {}, answers: start.outcome.answers, overrides: {} }, version: start.version },
    answers: { ...start.outcome.answers },
    pageAt: 0,
    // What is answered and not applied yet.
    waiting: false,
    running: false,
    again: false,
    view: 'front',
    second: '',
    tier: 'full',
    build: null,
    selected: null,
    message: '',
    kept: null,
    // A choice that is not possible: what it was and why; and what would make a valid product.
    wish: null,
    proposals: null,
    looking: false,
    timer: null,
    seeking: null,

    init() {
      settle(this);
      this.root = rootOf(this);
      this.show();
      this.askWhatIsPossible();
      window.addEventListener('resize', () => { clearTimeout(this.timer); this.timer = setTimeout(() => this.resolve(), 250); });
    },

    get api() { return start.api; },
    get pages() { return Array.from(this.root.querySelectorAll('.guide-page')); },
    feature() { return null; },
    select() {},
    whole() {},
    tell(text) { this.message = text; },

    // Answers.
    give(name, text) {
      this.kept = null;
      if (text === '') delete this.answers[name];
      else this.answers[name] = text;
      if (start.live) return this.resolve();
      this.waiting = true;
      return null;
    },
    apply() { this.waiting = false; return this.resolve(); },
    startAgain() { this.answers = {}; this.wish = null; return this.resolve(); },
    act(button) {
      const { does, sets } = button.dataset;
      if (does === 'start_again') return this.startAgain();
      if (does === 'next_page') return this.turnPage(1);
      if (does === 'keep') return this.root.querySelector('#keep-name').focus();
      if (does === 'set') { Object.assign(this.answers, JSON.parse(sets)); return this.resolve(); }
      return null;
    },

    size() {
      const place = this.root.querySelector('.fill-picture');
      return { width: Math.max(160, Math.round(place.clientWidth)), height: Math.max(160, Math.round(place.clientHeight)) };
    },

    // Only the latest wish waits while one request runs.
    async resolve() {
      try {
        const done = await latest(this, async () => {
          const outcome = await get(`${this.api}/outcome?${queryOf(this.answers, { view: this.view, ...this.size() })}`);
          this.message = '';
          this.state = { ...outcome, pick: { rows: {}, answers: { ...this.answers }, overrides: {} }, version: start.version };
          this.show();
        });
        if (done) this.askWhatIsPossible();
      } catch (refusal) {
        this.refuse(refusal);
      }
    },

    // An answer that cannot be read is told at its field, and counts no more.
    refuse(refusal) {
      const settled = this.state.answers;
      const name = Object.keys(this.answers).filter((key) => this.answers[key] !== settled[key]).pop();
      const row = name && this.root.querySelector(`[data-ask="${CSS.escape(name)}"]`);
      if (refusal.passing || !row) { this.tell(words(refusal)); return; }
      this.answers = { ...settled };
      const says = row.querySelector('[data-says]');
      says.classList.add('is-wrong');
      says.textContent = words(refusal);
    },

    show() {
      this.showForm(this.state.form);
      const place = this.root.querySelector('.fill-picture');
      const zoom = Zoom.of(place);
      if (this.view !== 'solid') { place.innerHTML = this.state.svg || '<p class="empty">Nothing can be drawn for these answers.</p>'; zoom.apply(); }
      window.history.replaceState(null, '', `${window.location.pathname}?${queryOf(this.answers)}`);
      window.dispatchEvent(new CustomEvent('outcome', { detail: this.state }));
      if (!this.state.form.valid) this.look(); else if (!this.wish) this.proposals = null;
      this.turnPage(0);
    },

    askWhatIsPossible() { this.askChoices(`${this.api}/choices?${queryOf(this.answers)}`); },

    // Proposals.
    refusedChoice(name, entry, why) {
      this.wish = { name, entry, why, text: this.textOf(name, entry) };
      this.look();
    },
    textOf(name, entry) {
      const row = this.root.querySelector(`[data-ask="${CSS.escape(name)}"]`);
      return `${row.querySelector('.ask-label').textContent}: ${entry}${row.dataset.unit ? ` ${row.dataset.unit}` : ''}`;
    },
    look() {
      clearTimeout(this.seeking);
      this.proposals = null;
      this.looking = true;
      this.seeking = setTimeout(() => this.findProposals(), this.wish ? 0 : 400);
    },
    async findProposals() {
      const wish = this.wish ? { [`wish[${this.wish.name}]`]: this.wish.entry } : {};
      const asked = JSON.stringify([this.answers, this.wish]);
      const found = await get(`${this.api}/proposals?${queryOf(this.answers, wish)}`).catch((refusal) => { this.tell(words(refusal)); return null; });
      if (asked !== JSON.stringify([this.answers, this.wish])) return;
      this.looking = false;
      this.proposals = found ? found.proposals : [];
    },
    found() { return this.proposals || []; },
    hasProposals() { return Boolean(this.wish) || !this.state.form.valid; },
    proposalsHead() {
      if (this.wish) return `${this.wish.text} is not possible now. ${this.wish.why}`;
      return 'These answers do not go together.';
    },
    proposalsText() {
      if (this.looking) return 'Looking for the nearest valid products …';
      if (!this.proposals) return '';
      return this.proposals.length ? 'The smallest changes that would do:' : 'Nothing near was found. Change some answers, or start again.';
    },
    take(proposal) {
      this.answers = { ...proposal.answers };
      this.wish = null;
      this.proposals = null;
      return this.resolve();
    },
    forgetWish() { this.wish = null; this.proposals = null; if (!this.state.form.valid) this.look(); },
    picture(svg) { return `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg || '')}`; },

    // Pages: those that are there.
    there() { return this.pages.filter((page) => !page.classList.contains('is-absent')); },
    turnPage(by) {
      const pages = this.pages;
      const there = this.there();
      if (!there.length) return;
      const now = there.indexOf(pages[this.pageAt]);
      const next = by === 0 && now >= 0 ? now : Math.min(Math.max((now < 0 ? 0 : now) + by, 0), there.length - 1);
      this.pageAt = pages.indexOf(there[next]);
      pages.forEach((page, index) => { page.hidden = index !== this.pageAt; });
      if (by) this.root.querySelector('.fill-form').scrollTo({ top: 0 });
    },
    openPage(at) { this.pageAt = Number(at); this.turnPage(0); },
    isAt(at) { return this.pageAt === Number(at); },
    isThere(at) { return ((this.state.form.items[at] || {}).shown) !== false; },
    isFirst() { return this.there()[0] === this.pages[this.pageAt]; },
    isLast() { const there = this.there(); return there[there.length - 1] === this.pages[this.pageAt]; },
    wrongOn(at) { return this.state.form.findings.some((finding) => finding.level === 'error' && finding.at.some((place) => place.split('/')[0] === String(at))); },

    // Looking.
    lookFrom(view) { this.view = view; return this.resolve(); },

    messages() { return this.state.form.findings.filter((finding) => finding.level !== 'note'); },
    // What has no price makes the total incomplete.
    unpricedText() { return (this.state.unpriced || []).length ? `Not complete: ${this.state.unpriced.join(', ')} ${this.state.unpriced.length === 1 ? 'has' : 'have'} no price.` : ''; },
    prices() { return this.state.lines.filter((line) => line.list === 'price'); },
    amount(line) { return line.undefined ? 'undefined' : `${line.amount.toFixed(2)} ${line.unit}`; },
    // What is not valid has no number.
    numberText() { return this.state.part_number && this.state.form.valid ? this.state.part_number.text : 'none yet'; },
    numberNote() { return this.state.part_number && !this.state.part_number.fresh ? 'a standard variant' : ''; },

    // Inside a page of another site, what is kept opens beside it: such a page cannot show it.
    leadingOut() { return window.top === window.self ? '_self' : '_blank'; },

    // Keeping.
    forgetKept() { this.kept = null; },
    async keep() {
      try {
        const name = this.root.querySelector('#keep-name').value;
        this.kept = await post(`${this.api}/configurations`, { name, entries: this.answers });
        this.message = '';
      } catch (refusal) {
        this.tell(words(refusal));
      }
    },
  };
}
