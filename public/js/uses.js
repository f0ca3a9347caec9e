// Where the family speaks of something: what decides it, what reads it, which forms ask for it, each with a link.
import { get } from './api.js';
import { leadTo } from './leading.js';
import { query } from './pick.js';
import { desk } from './desk.js';

const ROLES = { decides: 'Decided by', reads: 'Read by', asks: 'Asked for by' };

export function uses() {
  return {
    found: null,
    look: null,

    init() {
      this.look = () => this.load();
      window.addEventListener('renewed', this.look);
      const fold = this.fold();
      if (fold) fold.addEventListener('toggle', this.look);
      this.load();
    },
    destroy() { window.removeEventListener('renewed', this.look); },

    // The folded part of the page in which it stands, if it does: it is looked for when somebody unfolds it.
    fold() { return this.$root.closest('details'); },

    async load() {
      const { kind, name } = this.$root.dataset;
      if (this.fold() && !this.fold().open) return;
      const pick = query(desk.state.pick);
      const { uses: list } = await get(`${desk.api}/uses?kind=${kind}&name=${encodeURIComponent(name)}`).catch(() => ({ uses: null }));
      this.found = list && list.map((use) => ({ ...use, href: leadTo(desk.state.slug, use.path, pick) }));
    },

    groups() {
      return Object.entries(ROLES).map(([role, title]) => ({ role, title, list: (this.found || []).filter((use) => use.role === role) })).filter(({ list }) => list.length);
    },
    nothing() { return Array.isArray(this.found) && this.found.length === 0; },
  };
}
