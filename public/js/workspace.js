// The workspace of one family: what it is made of, and how a new state is shown. Stage components import it as the desk.
import { get } from './api.js';
import { completing } from './completing.js';
import { settle } from './desk.js';
import { doing } from './doing.js';
import { editing } from './editing.js';
import { selectOnTab } from './entry.js';
import { arrive } from './leading.js';
import { applyLive, draw } from './live.js';
import { looks } from './looks.js';
import { query } from './pick.js';
import { picking } from './picking.js';
import { room } from './room.js';
import { selecting } from './selecting.js';
import { telling } from './telling.js';
import { picture } from './picture.js';

export function workspace() {
  const start = JSON.parse(document.getElementById('start').textContent);
  return {
    state: start,
    ...picking(start),
    ...selecting(start),
    ...editing(start),
    ...telling(start),
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

    init() {
      settle(this);
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
