// Edits of the family, undo and redo, what others changed meanwhile, and the page after it. A part of the workspace.
import { during, get, post, words } from './api.js';
import { applyLive } from './live.js';
import { allOwn, remember, toldChanges } from './own-changes.js';
import { parts } from './parts.js';
import { query } from './pick.js';

export function editing(start) {
  return {
    // The version that this page has shown. What others changed after it counts as unseen, whatever state came in by then.
    seen: start.version,
    // The latest change of families that this one is made of.
    innerSeen: start.inner,
    // The latest change of all that there was when it was asked for last.
    latest: 0,
    // Whether the person may change the family.
    mayEdit: start.edits,
    editing: Promise.resolve(),
    sending: 0,
    // The parts of the page that an edit may change.
    pageParts: parts(),
    renew: null,
    keySheet: null,
    refreshes: 0,

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

    // The page as the program is asked for it: its stage, and what is open there.
    pageAsked() {
      const given = new URLSearchParams(window.location.search);
      return `page=${start.stage}&open=${encodeURIComponent(this.openStep || '')}&tab=${encodeURIComponent(given.get('tab') || '')}&had=${this.pageParts.had()}`;
    },

    // +ask+ is what else the answer is to tell. Gives that, whether anything was changed, and what others had changed.
    async sendEdit(edits, refresh, ask, along) {
      const sentAt = this.seen;
      try {
        const asked = query(this.state.pick);
        const body = { version: this.seen, edits: [].concat(edits), ...(along ? { along } : {}) };
        const whole = refresh && !this.renew;
        const { resolved, page, ...change } = await post(`${this.api}/edits?${this.asking()}&${ask}${whole ? `&${this.pageAsked()}` : ''}`, body);
        const { made, others } = this.takeChange(change, asked);
        if (refresh) await this.showPage(page);
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
      const found = await get(`${this.api}/since?version=${seen}&inner=${this.innerSeen}&latest=${this.latest}`).catch(() => null);
      // Nothing has changed anywhere; or the page itself did meanwhile.
      if (!found || found.version === undefined || this.seen !== seen || this.busy()) return;
      this.latest = found.latest;
      if (found.version <= seen && !found.inner.length) return;
      this.seen = found.version;
      // What changed in families that it is made of changes it, too.
      if (found.inner.length) {
        this.innerSeen = found.inner.at(-1).id;
        window.dispatchEvent(new CustomEvent('inner-changed'));
      }
      this.tellOthers([...found.changes, ...found.inner.map((change) => ({ ...change, summary: `${change.family}, ${change.summary}` }))]);
      await this.resolve();
      await this.refresh();
    },

    // Whether something is under way, or being typed into a sheet, which renews itself.
    busy() { return Boolean(this.running || this.sending || (this.renew && document.activeElement.matches('input:not([type=checkbox]), textarea'))); },

    tellOthers(changes) {
      // Longer than what one did oneself: nobody waits for it.
      if (changes.length) this.tell(toldChanges(start.slug, changes), null, 20);
    },

    // What undo and redo would do now.
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
        const { page, ...change } = await post(`${this.api}/${way}?${this.asking()}${this.renew ? '' : `&${this.pageAsked()}`}`, { version: this.seen });
        const { others } = this.takeChange(change, asked);
        await this.showPage(page);
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

    // Asks for what the page shows now.
    async refresh() {
      if (this.renew) { await this.showPage(); return; }
      this.refreshes += 1;
      const number = this.refreshes;
      const found = await get(`${this.api}/steps?${this.asking()}&${this.pageAsked()}`).catch(() => null);
      if (!found) { this.tell('The program does not answer. What you see may be out of date.', () => this.refresh()); return; }
      // A later one shows more.
      if (number !== this.refreshes) return;
      const { page, ...steps } = found;
      Object.assign(this.state, steps);
      await this.showPage(page);
    },

    // Takes over what an edit can change: the stage, the strip, the names and rows to pick. A stage that keeps itself up to date does so.
    async showPage(page) {
      if (this.renew) { await this.renew(); return; }
      if (page) await during(() => this.takePage(page));
    },

    async takePage(page) {
      this.refreshes += 1;
      // What follows from the state that was taken is shown before elements go.
      await new Promise((done) => { setTimeout(done); });
      ({ tables: this.tables, names: this.names } = page);
      this.pageParts.take(page);
      // What is empty until it is told does not flicker.
      applyLive(document, this.state, null);
      await new Promise((done) => { setTimeout(done); });
      this.show(null);
      this.highlight();
    },
  };
}
