// A drawing sheet as it is set up: large, for the variant in view; with all variants beside each other below it.
import { get, newest, post, words } from './api.js';
import { across } from './across.js';
import { query, queryRows } from './pick.js';
import { desk } from './desk.js';

// Variants that are drawn for the strip without being asked for, and at each asking more.
const FIRST = 12;
// How far arrow keys move a view, mm; with Shift finely.
const STEP = 5;
const FINE = 1;
// How far a pointer has to go before something is dragged, px.
const SLACK = 4;
// The least that a dimension can stand away from its view, mm.
const LEAST = 1;

export function drawingSheet() {
  let root = null;
  let round = 0;

  return {
    name: '',
    pages: [],
    page: 0,
    size: '',
    scale: '',
    room: null,
    remarks: [],
    dimensions: [],
    // What is said of features besides, by their names.
    notes: {},
    cards: [],
    variants: 0,
    most: FIRST,
    both: false,
    view: '',
    owner: '',
    adding: 'section',
    problem: '',
    dragged: null,
    ask: newest(),
    listener: null,
    // The sheet in view, as a promise: the others wait for it.
    loading: null,
    // The edition of the family that the strip shows.
    seen: null,

    init() {
      root = this.$root;
      this.name = root.dataset.sheet || '';
      if (!this.name) return;
      this.listener = () => this.follow();
      window.addEventListener('outcome', this.listener);
      this.follow();
    },
    destroy() { round += 1; window.removeEventListener('outcome', this.listener); },

    // Another variant is looked at; after an edit, and at first, all of them are drawn anew.
    async follow() {
      const { seen } = desk;
      this.loading = this.load();
      await this.loading;
      this.showCard();
      if (seen === this.seen) return;
      this.seen = seen;
      this.loadCards();
    },
    address() { return `${desk.api}/drawing_sheets/${encodeURIComponent(this.name)}`; },
    async load() {
      try {
        const found = await this.ask(`${this.address()}?${query(desk.state.pick)}`);
        if (!found) return;
        Object.assign(this, { pages: found.pages, size: found.size, scale: found.scale, room: found.room, remarks: found.remarks, dimensions: found.dimensions, notes: found.notes, problem: '' });
        this.page = Math.min(this.page, this.pages.length - 1);
      } catch (refusal) {
        Object.assign(this, { pages: [], remarks: [], dimensions: [], problem: words(refusal) });
      }
      this.paint();
    },
    // One after the other, so that nothing else waits for them.
    async loadCards() {
      round += 1;
      const own = round;
      const rows = Object.keys(across(desk.tables, ''));
      this.variants = Math.max(rows.length, 1);
      const found = [];
      for (let number = 0; number < Math.min(this.variants, this.most); number += 1) {
        await this.loading;
        const card = await get(`${this.address()}/variant?number=${number}&${queryRows(desk.state.pick)}`).catch((refusal) => ({ name: rows[number], rows: {}, svg: '', remarks: [words(refusal)] }));
        if (own !== round) return;
        found.push({ ...card, number });
        this.cards = [...found, ...this.cards.slice(found.length)];
        this.paintCard(number);
      }
      this.cards = found;
      setTimeout(() => this.showCard());
    },
    more() { return this.cards.length >= this.most && this.variants > this.most; },
    loadMore() { this.most += FIRST; return this.loadCards(); },

    // The pictures are what the core drew.
    paint() {
      const place = root.querySelector('.sheet-place');
      const shown = this.both ? this.extremes().map(({ svg }) => svg) : [(this.pages[this.page] || {}).svg || ''];
      place.innerHTML = shown.map((svg) => `<div class="sheet-paper">${svg}</div>`).join('');
      this.mark();
    },
    // Where it is in the strip.
    showCard() {
      const card = root.querySelector('.sheet-card[aria-pressed="true"]');
      if (card) card.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    },
    paintCard(number) { setTimeout(() => { const place = root.querySelector(`[data-card="${number}"]`); if (place) place.innerHTML = this.cards[number].svg; }); },
    mark() {
      root.querySelectorAll('.sheet-place [data-view]').forEach((group) => group.classList.toggle('is-chosen', group.dataset.view === this.view));
      root.querySelectorAll('.sheet-place [data-owner]').forEach((mark) => mark.classList.toggle('is-owned', mark.dataset.owner === this.owner));
    },
    extremes() {
      const weighed = this.cards.filter(({ weighs, svg }) => svg && Number.isFinite(weighs)).sort((one, other) => one.weighs - other.weighs);
      return weighed.length > 1 ? [weighed[0], weighed[weighed.length - 1]] : this.cards.slice(0, 2);
    },
    showBoth(both) { this.both = both; this.paint(); },
    turn(by) { this.page = Math.min(Math.max(this.page + by, 0), this.pages.length - 1); this.paint(); },
    atLastPage() { return this.page >= this.pages.length - 1; },
    pageText() { return `page ${this.page + 1} of ${this.pages.length}`; },
    scaleText() { return this.both || !this.size ? '' : `${this.size}, ${this.scale}`; },

    choose(card) { return desk.pickRows(card.rows); },
    inView(card) { return Object.entries(card.rows || {}).every(([table, row]) => desk.state.pick.rows[table] === row); },
    cardTitle(card) { return [card.name, card.size && `${card.size}, ${card.scale}`, ...card.remarks].filter(Boolean).join('. '); },

    // What is chosen: a view, or what dimensions are of.
    select(view) { this.view = this.view === view ? '' : view; this.mark(); },
    ofAll() { this.owner = ''; this.mark(); },
    ownerTitle() { return (this.dimensions.find(({ feature }) => feature === this.owner) || {}).title || this.owner; },
    listed() { return this.owner ? this.dimensions.filter(({ feature }) => feature === this.owner) : this.dimensions; },
    placed(view) { return ((this.pages[this.page] || {}).views || []).find(({ name }) => name === view); },

    // Arrows move what is chosen; without it they step through the variants.
    key(event) {
      const by = /** @type {[number, number] | undefined} */ ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key]);
      if (event.key === 'Escape') { this.view = ''; this.owner = ''; this.mark(); }
      if (event.key === 'Delete' && this.view) this.removeView(this.view);
      if (event.key === 'PageUp' && !event.altKey) this.turn(-1);
      if (event.key === 'PageDown' && !event.altKey) this.turn(1);
      if (!by || event.altKey || event.ctrlKey) return;
      event.preventDefault();
      const far = event.shiftKey ? FINE : STEP;
      if (this.view && desk.mayEdit) this.nudge([by[0] * far, by[1] * far]);
      else if (desk.tables.length) desk.step(desk.tables[0].name, by[0] - by[1]);
    },
    /** @param {[number, number]} by mm */
    nudge(by) {
      const view = this.placed(this.view);
      if (view) this.move(view, by);
    },

    // A view, or a dimension, is dragged; what is only clicked is chosen.
    grab(event) {
      const paper = event.target.closest('.sheet-paper svg');
      if (!paper || this.both || event.button !== 0) return;
      const mark = event.target.closest('[data-of]');
      const group = event.target.closest('[data-view]');
      this.dragged = { paper, mark, group: group || this.groupAt(paper, event), from: [event.clientX, event.clientY], by: [0, 0], far: false, pointer: event.pointerId };
    },
    // The view whose place the pointer is in, where it is on none of its lines.
    groupAt(paper, event) {
      const [x, y] = this.onPaper(paper, event);
      const view = ((this.pages[this.page] || {}).views || []).find(({ box }) => x > box.left && x < box.right && y > box.bottom && y < box.top);
      return view ? paper.querySelector(`[data-view="${CSS.escape(view.name)}"]`) : null;
    },
    // A pointer's place in mm of the paper, from its lower left corner.
    onPaper(paper, event) {
      const box = paper.getBoundingClientRect();
      const { width, height } = this.pages[this.page];
      return [(event.clientX - box.left) / box.width * width, (box.bottom - event.clientY) / box.height * height];
    },
    drag(event) {
      const { dragged } = this;
      if (!dragged) return;
      const moved = [event.clientX - dragged.from[0], event.clientY - dragged.from[1]];
      if (!dragged.far && Math.hypot(...moved) < SLACK) return;
      if (!desk.mayEdit || !dragged.group) return;
      dragged.far = true;
      const box = dragged.paper.getBoundingClientRect();
      const { width, height } = this.pages[this.page];
      dragged.by = [moved[0] / box.width * width, -moved[1] / box.height * height];
      if (!dragged.mark) dragged.group.setAttribute('transform', `translate(${dragged.by[0]} ${-dragged.by[1]})`);
      event.currentTarget.classList.add('is-dragging');
    },
    drop(event) {
      const { dragged } = this;
      this.dragged = null;
      event.currentTarget.classList.remove('is-dragging');
      if (!dragged) return;
      if (!dragged.far) { this.pick(dragged); return; }
      const view = this.placed(dragged.group.dataset.view);
      const [x, y] = this.onPaper(dragged.paper, event);
      if (dragged.mark) this.moveDimension(dragged, view, x, y);
      else this.move(view, dragged.by);
    },
    pick({ mark, group }) {
      this.owner = mark && mark.dataset.owner !== 'overall' ? mark.dataset.owner : '';
      this.view = group ? group.dataset.view : '';
      if (this.owner) root.querySelectorAll('.sheet-settings details').forEach((one) => { if (one.querySelector('.sheet-dimensions')) one.open = true; });
      this.mark();
    },

    move(view, by) {
      const { outline } = view;
      const middle = [(outline.left + outline.right) / 2 + by[0], (outline.bottom + outline.top) / 2 + by[1]];
      const share = (at, low, high) => Math.min(Math.max((at - low) / (high - low), 0), 1).toFixed(4);
      const { room } = this;
      return this.place(view.name, `${share(middle[0], room.left, room.right)} ${share(middle[1], room.bottom, room.top)}`);
    },
    place(view, text) { return this.change({ do: 'set_sheet_view', view, field: 'place', text }); },
    // Upright ones stand to the right of their view, past all others, which stand above it.
    moveDimension({ mark, paper, from: [clientX, clientY] }, { outline, upright_from: from }, x, y) {
      const [begun] = this.onPaper(paper, { clientX, clientY });
      const away = begun > outline.right + from ? x - outline.right - from : y - outline.top;
      return this.choice({ feature: mark.dataset.owner, of: mark.dataset.of }, 'away', String(Math.max(away, LEAST).toFixed(1)));
    },

    showDimension(one, shown) { return this.choice(one, 'shown', shown ? 'yes' : 'no'); },
    measure(one, select) { return this.choice(one, 'shown', select.value); },
    async tolerate(one, input) { if (!await this.choice(one, 'tolerance', input.value.trim())) input.value = one.tolerance; },
    noteHere() { return this.notes[this.owner] || ''; },
    noteThis(input) { return this.choice({ feature: this.owner, of: 'note' }, 'text', input.value.trim()); },
    putBack(one) { return this.choice(one, 'away', ''); },
    choice({ feature, of }, field, text) { return this.change({ do: 'set_sheet_dimension', feature, dimension: of, field, text }); },
    change(edit) { return desk.editOrTell({ sheet: this.name, ...edit }); },

    goesThrough() { return root.querySelector('.sheet-add').dataset.through.split(' ').includes(this.adding); },
    addView(form) {
      const { kind, through } = form.elements;
      return this.change({ do: 'add_sheet_view', kind: kind.value, ...(this.goesThrough() ? { through: through.value } : {}) });
    },
    setNotes(input) { return this.change({ do: 'set_drawing_sheet', field: 'notes', text: input.value }); },
    removeView(view) { this.view = ''; return this.change({ do: 'remove_sheet_view', view }); },

    async begin(form) {
      const name = form.elements.name.value.trim();
      const like = form.elements.like ? form.elements.like.value : '';
      const edits = like === ':house' ? JSON.parse(form.dataset.house).map((edit) => ({ ...edit, ...('sheet' in edit ? { sheet: name } : { name }) }))
        : { do: 'add_drawing_sheet', name, ...(like ? { like } : {}) };
      if (await desk.editOrTell(edits)) window.location.assign(`${window.location.pathname}?tab=${encodeURIComponent(name)}`);
    },
    // What of it does for any family: new sheets can begin like it.
    async makeHouse() {
      try {
        await post(`${this.address()}/house`, {});
        desk.tell('New sheets of all families can begin like this one now, without formulas and without views of one feature.');
      } catch (refusal) { desk.tell(words(refusal)); }
    },
    async removeSheet() {
      if (await desk.editOrTell({ do: 'remove_drawing_sheet', name: this.name }, 'The sheet is removed. Undo brings it back.')) window.location.assign(window.location.pathname);
    },
  };
}
