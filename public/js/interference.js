// What runs into what: in the variant in view, and over all variants, a few at a time; pairs are allowed with a reason. It needs of
// the workspace: state, api, editOrTell, markPlace, pickRows.
import { get, words } from './api.js';
import { query } from './pick.js';
import { desk } from './desk.js';

const KINDS = { bodies: 'run into each other', envelope: 'stands where it moves', cut_out: 'a cut-out where it moves' };

// A pair over all variants: in how many, and where it is worst.
function gathered(found) {
  const pairs = new Map();
  found.forEach((one) => {
    const key = `${one.kind} ${one.names.join(' ')}`;
    const known = pairs.get(key);
    if (!known) pairs.set(key, { ...one, key, variants: 1 });
    else pairs.set(key, { ...(one.volume > known.volume ? one : known), key, variants: known.variants + 1 });
  });
  return [...pairs.values()].sort((one, other) => Number(Boolean(one.allowed)) - Number(Boolean(other.allowed)) || other.volume - one.volume);
}

export const interference = () => ({
  pairs: [],
  whole: false,
  looked: 0,
  total: 0,
  seenAt: '',
  seeking: false,
  trouble: '',
  asked: '',
  because: '',
  listening: null,

  init() {
    // What was found belongs to a variant and a version.
    this.listening = () => { if (this.seenAt && this.seenAt !== this.stamp()) { this.pairs = []; this.seenAt = ''; desk.markPlace(null); } };
    window.addEventListener('outcome', this.listening);
  },
  destroy() { window.removeEventListener('outcome', this.listening); desk.markPlace(null); },

  stamp() { return this.whole ? String(desk.state.version) : `${desk.state.version} ${query(desk.state.pick)}`; },

  async seekHere() {
    this.begin(false);
    await this.told(async () => {
      const { found } = await get(`${desk.api}/interference?${query(desk.state.pick)}`);
      this.pairs = gathered(found);
      this.looked = this.total = 1;
    });
  },
  async seekAll() {
    this.begin(true);
    await this.told(async () => {
      const all = [];
      let from = 0;
      while (from !== null && this.seenAt === this.stamp()) {
        const page = await get(`${desk.api}/interference/all?from=${from}`);
        all.push(...page.found);
        this.looked = from + page.looked;
        this.total = page.variants;
        this.pairs = gathered(all);
        from = page.next;
      }
    });
  },
  begin(whole) { this.whole = whole; this.pairs = []; this.looked = 0; this.total = 0; this.trouble = ''; this.seenAt = this.stamp(); this.seeking = true; desk.markPlace(null); },
  async told(seek) {
    try { await seek(); } catch (refusal) { this.trouble = words(refusal); }
    this.seeking = false;
  },

  // A look that is done says so, also where nothing was found.
  lookedText() {
    if (this.seeking) return this.whole ? `looked at ${this.looked} of ${this.total || '…'} variants` : 'looking …';
    if (!this.seenAt) return '';
    const open = this.pairs.filter((pair) => !pair.allowed).length;
    const where = this.whole ? `in ${this.total} ${this.total === 1 ? 'variant' : 'variants'}` : 'in the variant in view';
    return open ? `${open} ${open === 1 ? 'pair' : 'pairs'} ${where}` : `nothing runs into anything ${where}`;
  },
  share() { return this.total ? this.looked / this.total : 0; },

  oneOf(pair) { return pair.names[0]; },
  otherOf(pair) { return pair.names[1]; },
  kindOf(pair) { return KINDS[pair.kind]; },
  volumeOf(pair) { return pair.volume >= 1000 ? `${(pair.volume / 1000).toFixed(2)} cm3` : `${pair.volume.toFixed(1)} mm3`; },
  timesOf(pair) { return pair.times > 1 ? `${pair.times} places` : ''; },
  variantsOf(pair) { return this.whole ? `in ${pair.variants} of ${this.total}, most in ${pair.variant}` : ''; },
  reasonOf(pair) { return pair.allowed ? `allowed: ${pair.allowed.reason}` : ''; },

  // Goes to the worst variant, and marks the place in the picture.
  async showPair(pair) {
    if (pair.rows && Object.keys(pair.rows).length) {
      this.whole = true;
      await desk.pickRows(pair.rows);
    }
    desk.markPlace(pair.places);
  },

  askReason(pair) { this.asked = pair.key; this.because = ''; },
  isAsked(pair) { return this.asked === pair.key; },
  isOpen(pair) { return !pair.allowed && this.asked !== pair.key; },
  async allow(pair) {
    const [one, other] = pair.names.map((name) => name.replace(/ \(.*$/, ''));
    if (!await desk.editOrTell({ do: 'allow_pair', one, other, reason: this.because }, 'Allowed. Undo takes it back.')) return;
    this.asked = '';
    await (this.whole ? this.seekAll() : this.seekHere());
  },
  async lift(pair) {
    if (!await desk.editOrTell({ do: 'lift_allowance', name: pair.allowed.name }, 'No longer allowed.')) return;
    await (this.whole ? this.seekAll() : this.seekHere());
  },
});
