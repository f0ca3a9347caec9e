// Files of all variants: what is ordered, and how far it is.
import { get, post, words } from './api.js';
import { desk } from './desk.js';
import { counted } from './wording.js';

// Milliseconds between two looks at how far it is.
const LOOK = 700;

export function generating() {
  let root = null;
  let ended = false;

  return {
    orders: [],
    files: 0,
    problem: '',

    init() {
      root = this.$el;
      this.look();
    },
    destroy() { ended = true; },

    address() { return `${desk.api}/generations`; },

    // Looks again as long as something is under way.
    async look() {
      try {
        const { orders } = await get(this.address());
        this.orders = orders;
      } catch (refusal) { this.problem = words(refusal); }
      if (!ended && this.orders.some(({ status }) => status === 'working')) setTimeout(() => this.look(), LOOK);
    },

    counted(form) { this.files = form.querySelectorAll('[name=results]:checked').length * Number(root.dataset.variants); },
    startText() { return this.files ? `Make up to ${counted(this.files, 'file')}` : 'Choose files'; },

    async start(form) {
      this.problem = '';
      const results = Array.from(form.querySelectorAll('[name=results]:checked'), ({ value }) => (value.startsWith('{') ? JSON.parse(value) : value));
      try {
        const within = Object.fromEntries(Array.from(form.querySelectorAll('[data-table]'), ({ dataset, value }) => [dataset.table, value]));
        await post(this.address(), { results, within, which: form.elements.which.value, pattern: form.elements.pattern.value });
        await this.look();
      } catch (refusal) { this.problem = words(refusal); }
    },
    async ask(one, what) {
      try {
        await post(`${this.address()}/${one.id}/${what}`, {});
        await this.look();
      } catch (refusal) { desk.tell(words(refusal)); }
    },

    over(one) { return one.made + one.kept + one.failed; },
    share(one) { return one.files ? (100 * this.over(one)) / one.files : 0; },
    orderTitle(one) { return `${counted(one.files, 'file')}: ${one.results.join(', ')}`; },
    orderWho(one) { return `${one.person}, ${one.at.slice(0, 16).replace('T', ' ')}`; },
    orderClass(one) { return { 'is-working': one.status === 'working', 'is-failed': one.failed > 0 }; },
    orderCounts(one) {
      const said = { working: 'under way', done: 'done', stopped: 'stopped' }[one.status];
      const counts = [[one.made, 'made'], [one.kept, 'unchanged'], [one.failed, 'failed'], [one.files - this.over(one), 'to do']];
      return `${said}: ${counts.filter(([count]) => count > 0).map(([count, what]) => `${count} ${what}`).join(', ')}`;
    },
    archive(one) { return `${desk.api.replace('/api', '')}/generations/${one.id}.zip`; },
    archiveText(one) { return `All in one ZIP (${(one.bytes / 1e6).toFixed(1)} MB)`; },
    failedText(one) { return `${counted(one.failed, 'file')} could not be made`; },
  };
}
