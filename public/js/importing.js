// Bringing a spreadsheet in: sent, read over there with progress, shown as differences, taken all, some, or not.
import { get, post, remove, send, words } from './api.js';
import { desk } from './desk.js';

const LARGEST = 25e6;

export function importing() {
  return {
    incoming: null,
    leftOut: [],

    async bringIn(input) {
      const file = input.files[0];
      input.value = '';
      if (!file) return;
      this.leftOut = [];
      this.incoming = { file: file.name, share: 0, doing: 'sending', done: false };
      if (file.size > LARGEST) { this.refuse({ message: `The file is larger than ${LARGEST / 1e6} MB.`, problems: [] }); return; }
      try {
        const { id } = await send(`${desk.api}/imports?table=${encodeURIComponent(this.sheet.name)}`, file);
        await this.watch(id);
      } catch (refusal) {
        this.refuse({ message: words(refusal), problems: refusal.problems || [] });
      }
    },

    refuse(error) { this.incoming = { ...this.incoming, done: true, error }; },

    async watch(id) {
      for (;;) {
        const found = await get(`${desk.api}/imports/${id}`);
        if (!this.incoming) return;
        this.incoming = { ...found, id };
        if (found.done) return;
        await new Promise((next) => { setTimeout(next, 150); });
      }
    },

    async moreChanges() {
      const { id, changes } = this.incoming;
      const found = await get(`${desk.api}/imports/${id}?from=${changes.length}`);
      this.incoming = { ...this.incoming, changes: changes.concat(found.changes) };
    },

    importTitle() {
      const { done, error, doing, file, total } = this.incoming;
      if (error) return `${file} cannot be taken; nothing was changed`;
      if (!done) return `${file}: ${doing} …`;
      return total ? `${file}: ${total} ${total === 1 ? 'row differs' : 'rows differ'}` : `${file} holds nothing new`;
    },
    importShare() { return Math.round((this.incoming.share || 0) * 100); },
    importPercent() { return `${this.importShare()} %`; },
    importCounts() {
      const { counts = {} } = this.incoming;
      return ['changed', 'new', 'gone'].filter((kind) => counts[kind]).map((kind) => `${counts[kind]} ${kind}`).join(', ');
    },
    importProblems() { return ((this.incoming.error || {}).problems || []).map((problem) => problem.text || problem.message); },
    importNotices() { return this.incoming.notices || []; },
    cellsOf(change) { return Object.entries(change.cells).map(([name, [before, after]]) => ({ name, before: before === '' ? 'open' : before, after: after === '' ? 'open' : after })); },
    effectOf(change) {
      const row = ((this.incoming.blast || {}).rows || []).find(({ name }) => name.split(' · ').includes(change.row));
      return row ? row.texts.filter((text) => !change.cells[text.split(' ')[0]]).slice(0, 8) : [];
    },

    isTaken(id) { return !this.leftOut.includes(id); },
    toggleTaken(id) { this.leftOut = this.isTaken(id) ? [...this.leftOut, id] : this.leftOut.filter((other) => other !== id); },
    takeNone() { this.leftOut = Array.from({ length: this.incoming.total }, (_, id) => id); },
    takeAll() { this.leftOut = []; },
    takenCount() { return (this.incoming.total || 0) - this.leftOut.length; },
    takeText() { return this.takenCount() === this.incoming.total ? 'Take all' : `Take ${this.takenCount()}`; },

    async takeChosen() {
      try {
        const { taken, ...change } = await post(`${desk.api}/imports/${this.incoming.id}/take`, { except: this.leftOut, version: desk.seen });
        this.incoming = null;
        const { made, others } = desk.takeChange(change);
        await desk.resolve();
        await this.reload();
        if (made) this.reachFurther();
        await desk.renewUndo();
        if (!others.length) desk.tell(`${taken} ${taken === 1 ? 'row' : 'rows'} taken. Undo brings back what was.`);
      } catch (refusal) {
        this.refuse({ message: words(refusal), problems: [] });
      }
    },
    leaveImport() {
      const { id, done } = this.incoming;
      this.incoming = null;
      if (id && !done) remove(`${desk.api}/imports/${id}`).catch(() => {});
    },
  };
}
