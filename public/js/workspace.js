// The workspace of one family: the pick, the outcome, what is selected, edits, undo. The stage components
// inside it call its methods.
import { get, page, post, words } from './api.js';
import { query, variantNumber } from './pick.js';
import { applyLive, draw } from './live.js';
import { looks, pictureOf } from './looks.js';
import { doing } from './doing.js';
import { room, sizeOf } from './room.js';
import { renew } from './renewal.js';
import { arrive } from './leading.js';
import { selectOnTab } from './entry.js';
import { completing } from './completing.js';
import { allOwn, remember, toldChanges } from './own-changes.js';

// Found afresh each time: the methods are also called from elements that are gone by the time they end.
const picture = () => document.getElementById('picture');

export function workspace() {
  const start = JSON.parse(document.getElementById('start').textContent);
  return {
    state: start,
    // The version that this page has shown. What others changed after it counts as unseen, whatever state came in by then.
    seen: start.version,
    // The latest change of families that this one is made of.
    innerSeen: start.inner,
    tables: start.tables,
    names: start.names,
    // Whether the person may change the family.
    mayEdit: start.edits,
    ...looks(),
    ...room(),
    ...doing(),
    // The form whose page is shown in place of the model, while it is arranged.
    previewed: '',
    // The view that was looked at last in this browser.
    view: start.view,
    openStep: new URLSearchParams(window.location.search).get('open'),
    // The cell of a table to which the address leads.
    wantedCell: { row: new URLSearchParams(window.location.search).get('cell_row'), column: new URLSearchParams(window.location.search).get('cell_column') },
    selected: null,
    because: null,
    // An override that is offered: its target and value.
    offering: null,
    // What is known of all variants: findings, counts, levels; of the version that it says.
    review: start.review || null,
    message: '',
    // What the button of the message does once more, or nothing.
    repeating: null,
    running: false,
    again: false,
    asked: 0,
    refreshes: 0,
    // What was picked when the state that is shown was resolved: what is refused goes back to it.
    settled: JSON.stringify(start.pick),
    editing: Promise.resolve(),
    sending: 0,
    renew: null,
    keySheet: null,
    timer: null,

    init() {
      const { hash } = window.location;
      setTimeout(() => { this.show(null); this.takeRoom(); arrive(hash); });
      document.querySelector('.strip [aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
      window.addEventListener('keydown', (event) => this.key(event));
      selectOnTab();
      completing(() => this, start.words);
      setInterval(() => this.lookForOthers(), 3000);
      window.addEventListener('renewed', () => this.renewPreview());
    },

    get api() { return `/api/families/${start.slug}`; },

    // Takes a new state and shows it everywhere.
    take(state) {
      const before = this.state;
      this.state = { ...this.state, ...state };
      this.show(before);
    },

    show(before) {
      applyLive(document, this.state, before);
      if (this.view !== 'solid') draw(picture(), this.state, before, this.feature());
      this.markFindings(picture());
      this.markComponents();
      this.paintMark();
      this.tables.forEach((table) => {
        const picker = document.getElementById(`pick-${table.name}`);
        if (picker) picker.value = this.state.pick.rows[table.name] || '';
      });
      const current = query(this.state.pick);
      document.querySelectorAll('.strip a').forEach((link) => { link.href = `/families/${start.slug}/${link.dataset.stage}?${current}`; });
      document.querySelectorAll('.tabs a[data-tab]').forEach((link) => { link.href = `${window.location.pathname}?${current}&tab=${encodeURIComponent(link.dataset.tab)}`; });
      const given = new URLSearchParams(window.location.search);
      const more = ['tab', 'open'].map((key) => [key, key === 'open' ? this.openStep : given.get(key)]).filter(([, value]) => value).map(([key, value]) => `&${key}=${encodeURIComponent(value)}`);
      window.history.replaceState(null, '', `${window.location.pathname}?${current}${more.join('')}`);
      window.dispatchEvent(new CustomEvent('outcome', { detail: this.state }));
      if (this.because) this.ask();
    },

    // Resolves the pick again; while one request runs, only the latest wish waits.
    async resolve() {
      if (this.running) { this.again = true; return; }
      this.running = true;
      try {
        do {
          this.again = false;
          const state = await get(`${this.api}/outcome?${this.asking()}`);
          // What was answered meanwhile is not in this state yet and must not be lost.
          this.settled = JSON.stringify(state.pick);
          this.take(this.again ? { ...state, pick: this.state.pick } : state);
        } while (this.again);
        if (this.state.version > this.seen) setTimeout(() => this.lookForOthers());
      } catch (refusal) {
        this.tellRefusal(refusal, () => this.resolve());
        if (!refusal.passing) this.refusePick(refusal);
      } finally {
        this.running = false;
      }
    },

    // Nothing of a pick that is refused stays but the words at the field that it came from.
    refusePick(refusal) {
      const { answers } = this.state.pick;
      const settled = JSON.parse(this.settled);
      const [name] = Object.keys(answers).filter((key) => answers[key] !== settled.answers[key]).slice(-1);
      this.state.pick = settled;
      this.show(this.state);
      window.dispatchEvent(new CustomEvent('answer-refused', { detail: { name, text: answers[name], words: words(refusal) } }));
    },

    pickRow(table, row) { return this.pickRows({ [table]: row }); },
    // Rows of several tables, by table.
    pickRows(rows) {
      Object.assign(this.state.pick.rows, rows);
      return this.resolve();
    },

    // A row that was typed into the picker of a long table.
    typeRow(table, input) {
      const { rows } = this.tables.find((item) => item.name === table);
      const row = rows.find((name) => name.toLowerCase() === input.value.trim().toLowerCase());
      if (row || input.value === '') this.pickRow(table, row || '');
      else { this.tell(`There is no row "${input.value}".`); input.value = this.state.pick.rows[table] || ''; }
    },
    offerRows(table, input) {
      const { rows } = this.tables.find((item) => item.name === table);
      const text = input.value.trim().toLowerCase();
      const options = rows.filter((name) => name.toLowerCase().includes(text)).slice(0, 40).map((name) => { const option = document.createElement('option'); option.value = name; return option; });
      document.getElementById(input.getAttribute('list')).replaceChildren(...options);
    },

    // The rows of a table have changed.
    renewPicker(name, rows) {
      const count = document.querySelector(`.tabs a[data-tab="${CSS.escape(name)}"] .tab-count`);
      if (count) count.textContent = rows.length;
      this.tables = this.tables.map((table) => (table.name === name ? { ...table, rows } : table));
      const picker = document.getElementById(`pick-${name}`);
      if (!picker || picker.tagName !== 'SELECT') return;
      const options = rows.map((row) => { const option = document.createElement('option'); option.value = row; option.textContent = row; return option; });
      picker.replaceChildren(picker.options[0], ...options);
      picker.value = this.state.pick.rows[name] || '';
    },

    step(table, by) {
      const rows = this.tables.find((item) => item.name === table).rows;
      if (!rows.length) return;
      const at = rows.indexOf(this.state.pick.rows[table]);
      this.pickRow(table, rows[Math.min(Math.max(at + by, 0), rows.length - 1)]);
    },

    answer(name, value) {
      this.state.pick.answers[name] = value;
      return this.resolve();
    },

    answerCount() { return Object.keys(this.state.pick.answers).length; },

    answerText() { return this.answerCount() === 1 ? '1 answer' : `${this.answerCount()} answers`; },

    clearAnswers() {
      this.state.pick.answers = {};
      return this.resolve();
    },

    // The pick and the look of the picture, as a query.
    asking() { return `${query(this.state.pick)}&${pictureOf(this, sizeOf(picture()))}`; },

    // The page of a form as it would be published, in place of the model; renewed with every change.
    previewForm(name) {
      this.previewed = name;
      const frame = document.querySelector('.form-preview iframe');
      if (name) frame.src = `/families/${start.slug}/forms/${name}`;
      else frame.removeAttribute('src');
    },
    renewPreview() {
      const frame = document.querySelector('.form-preview iframe');
      if (this.previewed && frame.contentWindow) frame.contentWindow.location.reload();
    },

    // Opens the fields of a step (a feature, or stock:PART), or none.
    async openAt(step) {
      this.openStep = step;
      this.show(null);
      await this.refresh();
      // What opens below the window comes into sight.
      document.querySelector('.name-details')?.scrollIntoView({ block: 'nearest' });
    },

    // What the offset of a position would be from another edge, for a feature that stays where it is.
    async offsetFrom(feature, axis, from) {
      return (await get(`${this.api}/anchor?feature=${feature}&axis=${axis}&from=${encodeURIComponent(from)}&${query(this.state.pick)}`)).offset;
    },

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

    // Edits. An edit that is refused throws; what it says is shown where it was typed.
    // One after the other, so that each knows what the one before it came to.
    edit(edits, { refresh = true, ask = '', along = false } = {}) {
      this.sending += 1;
      const next = this.editing.then(() => this.sendEdit(edits, refresh, ask, along));
      this.editing = next.catch(() => {}).then(() => { this.sending -= 1; });
      return next;
    },

    // An edit; what is refused is told, as is +told+ when it is kept. Gives whether it was.
    async editOrTell(edits, told = '') {
      try {
        await this.edit(edits);
        if (told) this.tell(told);
        return true;
      } catch (refusal) {
        if (!this.offerAlong(edits, refusal, told)) this.tell(words(refusal));
        return false;
      }
    },

    // +ask+ is what else the answer is to tell. Gives that, whether anything was changed, and what others had changed.
    async sendEdit(edits, refresh, ask, along) {
      const sentAt = this.seen;
      try {
        const asked = query(this.state.pick);
        const { resolved, ...change } = await post(`${this.api}/edits?${this.asking()}&${ask}`, { version: this.seen, edits: [].concat(edits), ...(along ? { along } : {}) });
        const { made, others } = this.takeChange(change, asked);
        if (refresh) await this.refresh();
        return { resolved, made, others };
      } catch (refusal) {
        if (refusal.stale) {
          if (allOwn(start.slug, refusal.stale)) refusal.message = `${toldChanges(start.slug, refusal.stale)}.`;
          setTimeout(() => this.lookForOthers());
        }
        if (refusal.passing) this.tellRefusal(refusal, () => this.editOnce(edits, { refresh, ask }, sentAt));
        throw refusal;
      }
    },

    // Sends an edit again whose answer never came, unless something was kept meanwhile: perhaps it was this.
    async editOnce(edits, options, sentAt) {
      const { version } = await get(`${this.api}/since?version=${sentAt}`);
      if (version === sentAt) { await this.edit(edits, options); return; }
      await this.lookForOthers();
      this.tell('The family has changed since: look whether it was kept before you do it again.');
    },

    // Takes the state after a change of one's own; what others had changed by then is told, and seen with it. What was picked
    // since it was asked for (with +asked+, a query) must not be lost.
    takeChange({ made, others, unshown, ...state }, asked) {
      const moved = asked !== undefined && asked !== query(this.state.pick);
      this.take(moved ? { ...state, pick: this.state.pick } : state);
      if (moved) this.resolve();
      if (unshown) this.tell(unshown);
      if (made) remember(start.slug, state.version - 1);
      if (state.version > this.seen) this.tellDid(state.version);
      this.seen = Math.max(this.seen, state.version);
      this.tellOthers(others);
      return { made, others };
    },

    // What others changed meanwhile is shown as soon as it is known.
    async lookForOthers() {
      if (document.hidden || this.busy()) return;
      const { seen } = this;
      const found = await get(`${this.api}/since?version=${seen}&inner=${this.innerSeen}`).catch(() => null);
      if (!found || (found.version <= seen && !found.inner.length) || this.seen !== seen || this.busy()) return;
      this.seen = found.version;
      // What changed in families that it is made of changes it, too.
      if (found.inner.length) {
        this.innerSeen = found.inner.at(-1).id;
        window.dispatchEvent(new CustomEvent('inner-changed'));
      }
      this.tellOthers([...found.changes, ...found.inner.map((change) => ({ ...change, summary: `${change.family}, ${change.summary}` }))]);
      await this.resolve();
      await this.renewUndo();
      await this.refresh();
    },

    // Whether something is under way, or being typed into a sheet, which renews itself.
    busy() { return Boolean(this.running || this.sending || (this.renew && document.activeElement.matches('input:not([type=checkbox]), textarea'))); },

    tellOthers(changes) {
      if (changes.length) this.tell(toldChanges(start.slug, changes));
    },

    async renewUndo() { Object.assign(this.state, await get(`${this.api}/steps`).catch(() => ({}))); },

    // A stage that keeps itself up to date says how; +sheet+ can hold the keys that come while it does.
    keep(renewing, sheet = null) { this.renew = renewing; this.keySheet = sheet; },

    async undo() { await this.walk('undo', 'Undone: '); },
    async redo() { await this.walk('redo', 'Done again: '); },

    async walk(way, word) {
      if (!this.mayEdit) return;
      const sheet = this.keySheet;
      this.sending += 1;
      if (sheet) sheet.hold();
      try {
        await this.editing;
        const what = this.state[way];
        if (!what) return;
        const asked = query(this.state.pick);
        const { others } = this.takeChange(await post(`${this.api}/${way}?${this.asking()}`, { version: this.seen }), asked);
        await this.refresh();
        if (!others.length) this.tell(word + what.split('\n')[0]);
      } catch (refusal) {
        this.tellRefusal(refusal);
      } finally {
        this.sending -= 1;
        if (sheet) sheet.release();
      }
    },

    undoTitle() { return this.state.undo ? `Undo (Ctrl+Z): ${this.state.undo.split('\n')[0]}` : 'Nothing to undo'; },
    redoTitle() { return this.state.redo ? `Redo (Ctrl+Y): ${this.state.redo.split('\n')[0]}` : 'Nothing to redo'; },

    takeReview(found) {
      this.review = found;
      window.dispatchEvent(new CustomEvent('reviewed'));
    },
    // The letter of what is worst in a variant, by its rows; nothing where that is not known.
    verdict(rows) { return this.review && this.review.version === this.state.version ? this.review.levels[variantNumber(this.tables, rows)] : undefined; },

    // Fetches the page again and takes over what an edit can change: the stage, the strip, the names and
    // rows to pick.
    async refresh() {
      if (this.renew) { await this.renew(); return; }
      this.refreshes += 1;
      const number = this.refreshes;
      const fetched = await page(window.location.href).catch(() => null);
      if (!fetched) { this.tell('The program does not answer. What you see may be out of date.', () => this.refresh()); return; }
      const { ok, html } = fetched;
      // A later refresh shows more.
      if (number !== this.refreshes) return;
      const pickers = (root) => Array.from(root.querySelectorAll('.picker-rows'));
      if (!ok || pickers(html).length !== this.tables.length) { window.location.reload(); return; }
      ['#stage', '.strip', '#all-names'].forEach((part) => renew(document.querySelector(part), html.querySelector(part)));
      pickers(document).forEach((select, index) => { select.innerHTML = pickers(html)[index].innerHTML; });
      ({ tables: this.tables, names: this.names } = JSON.parse(html.getElementById('start').textContent));
      await new Promise((done) => { setTimeout(done); });
      this.show(null);
      this.highlight();
    },

    // A message, for a while; one that can be done once more stays until something else is told.
    tell(text, repeat = null) {
      this.message = text;
      this.repeating = repeat;
      clearTimeout(this.timer);
      if (!repeat) this.timer = setTimeout(() => { this.message = ''; }, 5000);
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

    key(event) {
      // Where nothing has been typed yet, undo is that of the family.
      const field = event.target.matches('input:not([type=range]):not([type=checkbox]), textarea');
      const typing = field && event.target.value !== event.target.defaultValue;
      if ((event.ctrlKey || event.metaKey) && !typing && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        if (event.shiftKey) this.redo(); else this.undo();
      } else if ((event.ctrlKey || event.metaKey) && !typing && event.key.toLowerCase() === 'y') {
        event.preventDefault();
        this.redo();
      } else if (event.key === 'Escape' && this.large) {
        this.leaveLarge();
      } else if (event.key === 'l' && !event.ctrlKey && !event.altKey && !event.metaKey && !event.target.closest('input, textarea, select, .grid')) {
        this.toggleLarge();
      } else if (event.altKey && this.tables.length && ['PageUp', 'PageDown'].includes(event.key)) {
        event.preventDefault();
        this.step(this.tables[0].name, event.key === 'PageUp' ? -1 : 1);
      }
    },
  };
}
